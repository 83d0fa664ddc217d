import type {
  Collection,
  Fact,
  FieldChange,
  Goods,
  HeatRead,
  RecordOf,
  RunUpEvent,
  SchemaIssue,
  Shop,
} from '@calvik/core';
import type { ImportTable, RefusedRow } from '@calvik/core/imports';
import type { PlanRun, SupplierAnswer } from '@calvik/core/run-up';
import { type Say } from '@calvik/words';
import { issueText } from '@calvik/words/input';
import { receivedProblemText } from '@calvik/words/problems';

export interface FieldError {
  path: string;
  message: string;
  /** What is wrong, as data, where a schema said it. */
  issue?: SchemaIssue;
}

/** What the server says is wrong (RFC 9457), or that it could not be reached at all. */
export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    detail: string,
    readonly errors: FieldError[] = [],
    readonly stored: unknown = undefined,
    /** What the server said it with: the code, and what belongs to it. */
    readonly problem: { code?: string; values?: unknown } = {},
  ) {
    super(detail);
  }

  /** No connection, or a server that is starting or failing: worth another try by itself. */
  get isTransient(): boolean {
    return this.status === 0 || this.status >= 500;
  }
}

/** A problem as a sentence, in the reader's units. */
export const problemMessage = ({ message, problem, errors }: ApiProblem, say: Say): string =>
  problem.code === 'invalid' || errors.length > 0
    ? (fieldErrorsOf({ errors }, say)[0]?.message ?? message)
    : receivedProblemText({ ...problem, detail: message }, say);

/** Whatever went wrong as a sentence. */
export const problemSentence = (error: unknown, say: Say): string =>
  error instanceof ApiProblem ? problemMessage(error, say) : error instanceof Error ? error.message : String(error);

/** Its complaints about fields, in the reader's units. */
export const fieldErrorsOf = ({ errors }: Pick<ApiProblem, 'errors'>, say: Say): FieldError[] =>
  errors.map((e) => (e.issue ? { ...e, message: issueText(e.issue, say) } : e));

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
  const problem = (body ?? {}) as {
    detail?: string;
    errors?: FieldError[];
    stored?: unknown;
    code?: string;
    values?: unknown;
  };
  throw new ApiProblem(
    response.ok ? 0 : response.status,
    problem.detail ?? 'The server gave an answer that cannot be read.',
    problem.errors,
    problem.stored,
    problem,
  );
}

const sendJson = (method: 'PUT' | 'POST', body: unknown, headers: Record<string, string> = {}): RequestInit => ({
  method,
  headers: { 'Content-Type': 'application/json', ...headers },
  body: JSON.stringify(body),
});

export type Saved = Fact | RecordOf<Collection>;
export type Wire = Collection | 'facts';

export interface Changes {
  cursor: number;
  more: boolean;
  changes: { seq: number; collection: Wire; body: Saved }[];
}

export interface RunUpAnswer {
  cursor: number;
  today: string;
  shop: Shop;
  events: RunUpEvent[];
}

/** Who saves something, and when: it may have waited for a connection. */
export interface Author {
  by: string | null;
  at: string;
}
const authorHeaders = ({ by, at }: Author): Record<string, string> => ({
  'Calvik-Saved-At': at,
  ...(by ? { 'Calvik-Saved-By': by } : {}),
});
export const put = (collection: Wire, body: Saved, author: Author): Promise<Saved> =>
  call(`/${collection}/${body.id}`, sendJson('PUT', body, authorHeaders(author)));
/** Several together: all of it is saved, or nothing. */
export const putAll = (
  entries: readonly { collection: Wire; body: Saved }[],
  author: Author,
): Promise<{ entries: Saved[] }> => call('/batches', sendJson('POST', { entries }, authorHeaders(author)));
export const changes = (since: number): Promise<Changes> => call(`/changes?since=${since}`);
export const runUp = (): Promise<RunUpAnswer> => call('/run-up');
export const startTester = (sample: {
  carId?: string;
  bottleId?: string;
  depthMm: number;
}): Promise<{ id: string; ambientKpa: number }> => call('/bench/boiling-tests', sendJson('POST', sample));
export const stopTester = (id: string): Promise<void> => call(`/bench/boiling-tests/${id}`, { method: 'DELETE' });
export const testerStream = (id: string): EventSource => new EventSource(`/api/bench/boiling-tests/${id}/stream`);
export const dipPen = (carId: string): Promise<{ waterPercent: number }> =>
  call('/bench/moisture-readings', sendJson('POST', { carId }));

/** What a simulated instrument reads after a session. */
export const readHeat = (request: object): Promise<HeatRead> => call('/bench/heat-readings', sendJson('POST', request));

export type BenchInstrument = 'calipers' | 'wrenches' | 'gauges' | 'drives';
export const startInstrument = (instrument: BenchInstrument, request: object): Promise<{ id: string }> =>
  call(`/bench/${instrument}`, sendJson('POST', request));
export const instrumentStream = (instrument: BenchInstrument, id: string): EventSource =>
  new EventSource(`/api/bench/${instrument}/${id}/stream`);
export const stopInstrument = (instrument: BenchInstrument, id: string): Promise<void> =>
  call(`/bench/${instrument}/${id}`, { method: 'DELETE' });

export const startPlan = (seconds: number): Promise<PlanRun> => call('/plans', sendJson('POST', { seconds }));
export const planRun = (id: string): Promise<PlanRun> => call(`/plans/${id}`);
export const stopPlan = (id: string): Promise<void> => call(`/plans/${id}`, { method: 'DELETE' });
export const takePlan = (id: string, author: Author): Promise<{ saved: number; dropped: number }> =>
  call(`/plans/${id}/take`, { method: 'POST', headers: authorHeaders(author) });
export const askSupplier = (
  id: string,
  lines: { goods: Goods; likeId: string; count: number }[],
): Promise<{ today: string; answers: SupplierAnswer[] }> =>
  call(`/suppliers/${id}/answers`, sendJson('POST', { lines }));

export interface ImportAnswer {
  rows: number;
  /** Whether the order of day and month changes what a cell means. */
  isDateOrderOpen: boolean;
  customers: string[];
  cars: {
    name: string;
    customer: string;
    year: number | null;
    plate: string;
    grade: string;
    flushedAt: string | null;
    /** Bores as they were understood. */
    front: string;
    rear: string;
  }[];
  /** What is known and would change. */
  changed: Record<'cars' | 'customers', { name: string; changes: FieldChange[] }[]>;
  flushes: number;
  /** Rows of which all is known. */
  unchanged: number;
  refused: RefusedRow[];
}
/** Splits a file into cells, and guesses its columns. */
export const readTable = (file: Blob): Promise<ImportTable> =>
  call('/imports/table', { method: 'POST', headers: { 'Content-Type': 'text/csv' }, body: file });
export const previewImport = (table: ImportTable & { by: string }): Promise<ImportAnswer> =>
  call('/imports/preview', sendJson('POST', table));
export const saveImport = (
  table: ImportTable & { by: string; fileName: string },
): Promise<{ id: string; customers: number; cars: number; changed: number; refused: number }> =>
  call('/imports/save', sendJson('POST', table));
export const undoImport = (id: string, by: string): Promise<{ cars: number; customers: number; left: string[] }> =>
  call(`/imports/${id}/undo`, sendJson('POST', { by }));

/** A version of a record, and who saved it when, as far as that is known. */
export interface RecordVersion {
  version: number;
  savedAt: string | null;
  savedBy: string | null;
  body: object;
}
export const recordHistory = (collection: Collection, id: string): Promise<RecordVersion[]> =>
  call(`/${collection}/${id}/history`);
