import type { RequestHandler } from './$types';

/** The server's time and nothing else: every answer carries it, and this one costs no more than that. */
export const GET: RequestHandler = () =>
  new Response(null, { status: 204, headers: { 'cache-control': 'no-store' } });
