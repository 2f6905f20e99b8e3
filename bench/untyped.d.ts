/** Packages the bench compares with that bring no types of their own. */
declare module 'fast-2d-poisson-disk-sampling';
declare module 'poisson-disk-sampling';
declare module 'autocannon' {
  interface Request {
    body?: string;
    [key: string]: unknown;
  }
  export interface Options {
    url: string;
    connections?: number;
    duration?: number;
    amount?: number;
    method?: string;
    headers?: Record<string, string>;
    requests?: { setupRequest(request: Request): Request }[];
  }
  interface Result {
    requests: { average: number };
    latency: { average: number; p97_5: number };
    non2xx: number;
    errors: number;
  }
  export default function autocannon(options: Options): Promise<Result>;
}
