import { corner, id, instant, line, note } from './primitives';

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

/** Entries that something may be asked of before they are saved. */
export const explained = {
  /** The answer to what was asked of it: why something seen before is in order now, or that an odd figure is right. */
  explanation: line(300).optional(),
};

/** Facts of a guided service: all of them name the car and the job. */
export const service = {
  ...base,
  carId: id,
  jobId: id,
  /** Why it was done before steps that come earlier. */
  outOfTurn: line(200).optional(),
  ...explained,
};

/** A reading of a guided service at one corner. */
export const cornerReading = { ...service, corner };
