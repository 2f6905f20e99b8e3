import { json, redirect, type Handle, type HandleServerError } from '@sveltejs/kit';
import pino from 'pino';
import { personOf, SESSION_COOKIE } from '$lib/server/sign-in';
import { store } from '$lib/server/store';

const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' });

const OPEN_PATHS = ['/sign-in', '/welcome'];

export const handle: Handle = async ({ event, resolve }) => {
  const { pathname } = event.url;
  const token = event.cookies.get(SESSION_COOKIE);
  if (token) event.locals.person = await personOf(await store(), token);
  // A calendar cannot sign in: its address is its key.
  const open = OPEN_PATHS.includes(pathname) || /^\/feed\/[\w-]+\.ics$/.test(pathname);
  if (!event.locals.person && !open) {
    if (pathname.startsWith('/do/')) {
      return json(
        { error: 'You are signed out. Sign in again; what waits on this device is kept.' },
        { status: 401 },
      );
    }
    redirect(303, `/sign-in?to=${encodeURIComponent(pathname)}`);
  }
  // Beside SameSite cookies: a change must come from a page of this very origin.
  if (event.request.method !== 'GET' && event.request.method !== 'HEAD') {
    const origin = event.request.headers.get('origin');
    if (origin !== event.url.origin) {
      return json(
        { error: `This request came from ${origin ?? 'nowhere'}, not from the application.` },
        { status: 403 },
      );
    }
  }
  const theme = event.locals.person?.theme ?? 'day';
  const response = await resolve(event, {
    transformPageChunk: ({ html }) => html.replace('%viridane.theme%', theme),
  });
  response.headers.set('X-Content-Type-Options', 'nosniff');
  response.headers.set('Referrer-Policy', 'same-origin');
  return response;
};

export const handleError: HandleServerError = ({ error, status, message }) => {
  if (status === 404) return { message: 'There is no such page.' };
  log.error(error);
  return {
    message:
      message === 'Internal Error'
        ? 'Something broke on the server. Nothing was changed.'
        : message,
  };
};
