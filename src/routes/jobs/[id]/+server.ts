import { json } from '@sveltejs/kit';
import { say } from '../../../../core/say/message';
import { refuse } from '$lib/server/authorise';
import { stopJob } from '$lib/server/jobs';
import { store } from '$lib/server/store';
import { words } from '$lib/words';
import type { RequestHandler } from './$types';

/** A job of one's own. @throws 404 */
async function ownJob(id: string, locals: App.Locals) {
  const job = await (
    await store()
  ).job.findByPk(id, {
    attributes: { exclude: ['output', 'input'] },
    raw: true,
  });
  if (!job || job.personId !== locals.person!.id) refuse(404, say('site.noSuch', { what: 'job' }));
  return job;
}

/** A page that looks until the file is there: for a link that was clicked. */
const waiting = (share: number) => `<!doctype html><html lang="en"><meta charset="utf-8">
<meta http-equiv="refresh" content="1"><title>Working · Viridane</title>
<body style="font:18px/1.5 system-ui;margin:12vh auto;max-width:30em;padding:0 1em">
<h1 style="font-size:1.3em">Working</h1><progress max="1" value="${share}" style="width:100%"></progress>
<p>${Math.round(100 * share)} %. The page shows the file as soon as it is made.</p></body></html>`;

/** How far a job is; for a browser that followed a link, the file once it is made. */
export const GET: RequestHandler = async ({ params, locals, request }) => {
  const job = await ownJob(params.id, locals);
  const result = (typeof job.result === 'string' ? JSON.parse(job.result) : job.result) as Record<
    string,
    unknown
  > | null;
  const asPage = request.headers.get('accept')?.includes('text/html');
  const state = { id: job.id, state: job.state, progress: job.progress, result };
  if (!asPage) return json({ ...state, said: result?.said });
  const html = { 'content-type': 'text/html; charset=utf-8', 'cache-control': 'no-store' };
  if (job.state === 'waiting' || job.state === 'running')
    return new Response(waiting(job.progress), { headers: html });
  if (job.state !== 'done')
    return new Response(words((result?.said as never) ?? say('job.stopped')), {
      status: 409,
      headers: { 'content-type': 'text/plain; charset=utf-8' },
    });
  const whole = await (
    await store()
  ).job.findByPk(job.id, {
    attributes: ['output', 'outputType'],
    raw: true,
  });
  return new Response(new Uint8Array(whole!.output ?? Buffer.alloc(0)), {
    headers: { 'content-type': whole!.outputType, 'content-disposition': 'inline' },
  });
};

export const DELETE: RequestHandler = async ({ params, locals }) => {
  const job = await ownJob(params.id, locals);
  await stopJob(job.id);
  return json({ ok: true });
};
