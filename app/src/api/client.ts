import type { Collection, Fact, RecordOf, RunUpEvent, Shop } from '@calvik/core';

export interface FieldError {
  path: string;
  message: string;
}

/** What the server says is wrong (RFC 9457), or that it could not be reached at all. */
export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    detail: string,
    readonly errors: FieldError[] = [],
    readonly stored: unknown = undefined,
  ) {
    super(detail);
  }

  /** No connection, or a server that is starting or failing: worth another try by itself. */
  get passing(): boolean {
    return this.status === 0 || this.status >= 500;
  }
}

async function call<T>(path: string, init?: RequestInit): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, init);
  } catch {
    throw new ApiProblem(0, 'The server cannot be reached.');
  }
  if (response.status === 204) return undefined as T;
  const body: unknown = await response.json().catch(() => null);
  if (response.ok && body !== null) return body as T;
  const problem = (body ?? {}) as { detail?: string; errors?: FieldError[]; stored?: unknown };
  throw new ApiProblem(
    response.ok ? 0 : response.status,
    problem.detail ?? 'The server gave an answer that cannot be read.',
    problem.errors,
    problem.stored,
  );
}

const sendJson = (method: 'PUT' | 'POST', body: unknown): RequestInit => ({
  method,
  headers: { 'Content-Type': 'application/json' },
  body: JSON.stringify(body),
});

export type Kept = Fact | RecordOf<Collection>;
export type Wire = Collection | 'facts';

export interface Changes {
  cursor: number;
  more: boolean;
  changes: { seq: number; collection: Wire; body: Kept }[];
}

export interface Board {
  cursor: number;
  today: string;
  shop: Shop;
  events: RunUpEvent[];
}

export const put = (collection: Wire, body: Kept): Promise<Kept> =>
  call(`/${collection}/${body.id}`, sendJson('PUT', body));
export const changes = (since: number): Promise<Changes> => call(`/changes?since=${since}`);
export const board = (): Promise<Board> => call('/run-up');
export const startTester = (sample: {
  carId?: string;
  bottleId?: string;
  depthMm: number;
}): Promise<{ id: string; ambientKpa: number }> => call('/bench/boiling-tests', sendJson('POST', sample));
export const stopTester = (id: string): Promise<void> => call(`/bench/boiling-tests/${id}`, { method: 'DELETE' });
export const testerStream = (id: string): EventSource => new EventSource(`/api/bench/boiling-tests/${id}/stream`);
export const dipPen = (carId: string): Promise<{ waterPercent: number }> =>
  call('/bench/moisture-readings', sendJson('POST', { carId }));

export type BenchInstrument = 'calipers' | 'wrenches' | 'gauges';
export const startInstrument = (instrument: BenchInstrument, request: object): Promise<{ id: string }> =>
  call(`/bench/${instrument}`, sendJson('POST', request));
export const instrumentStream = (instrument: BenchInstrument, id: string): EventSource =>
  new EventSource(`/api/bench/${instrument}/${id}/stream`);
export const stopInstrument = (instrument: BenchInstrument, id: string): Promise<void> =>
  call(`/bench/${instrument}/${id}`, { method: 'DELETE' });
