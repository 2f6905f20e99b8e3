import type { Cookies } from '@sveltejs/kit';
import { SESSION_COOKIE } from './sign-in';

/** Keeps a session in this browser: out of reach of scripts, and over TLS only where the site has it. */
export const keepSession = (
  cookies: Cookies,
  url: URL,
  { token, expires }: { token: string; expires: Date },
): void =>
  cookies.set(SESSION_COOKIE, token, {
    ...{ path: '/', httpOnly: true, sameSite: 'lax' },
    ...{ secure: url.protocol === 'https:', expires },
  });
