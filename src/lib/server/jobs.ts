import type { Logger } from 'pino';

export function startJobs(_log: Logger): void {}
