import { subscribe } from 'node:diagnostics_channel';
import type { IncomingMessage, ServerResponse } from 'node:http';

/** Answers that are under way. */
const open = new Map<ServerResponse, string>();

/**
 * A build that is renewed takes its files from under a server that still runs. Whoever asked for one of them is
 * cut off and asks again; nobody else loses the server by it.
 * @param uncaught what nobody caught
 * @returns whether it was such a file
 */
export function cutOff(uncaught: NodeJS.ErrnoException): boolean {
  const [, file] =
    /\/client(\/_app\/.*?)(\.br|\.gz)?$/.exec(
      uncaught.code === 'ENOENT' ? (uncaught.path ?? '') : '',
    ) ?? [];
  if (!file) return false;
  for (const [response, url] of open) if (url.endsWith(file)) response.destroy();
  return true;
}

/** Keeps an eye on the answers that are under way. */
export function watchAnswers(): void {
  subscribe('http.server.request.start', (message) => {
    const { request, response } = message as { request: IncomingMessage; response: ServerResponse };
    open.set(response, (request.url ?? '').split('?')[0]);
    response.once('close', () => open.delete(response));
  });
}
