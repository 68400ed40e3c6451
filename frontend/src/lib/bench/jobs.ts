import { api } from '../api/client';
import type { Reply } from '../api/typed';
import type { AnyAnswer } from './JobAnswer.svelte';

interface AnyJob {
  POST: (path: string, request: { body: object }) => Promise<Reply<AnyAnswer>>;
}

/** Ask what the readings of a job come to. The server itself said what of the page goes into the request. */
export function askJob(job: string, body: object): Promise<Reply<AnyAnswer>> {
  return (api as unknown as AnyJob).POST(`/api/bench/${job}`, { body });
}
