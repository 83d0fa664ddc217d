import { id, instant, line, note } from './primitives';

/** What every fact carries. `at` is when it happened, `recordedAt` when it was written down. */
export const base = {
  id,
  at: instant,
  recordedAt: instant,
  by: id,
  /** The fact that this one corrects; both stay in the history, only this one counts. */
  replaces: id.optional(),
  /** Why it was corrected. */
  because: line(200).optional(),
  jobId: id.optional(),
  remark: note(500).optional(),
};
