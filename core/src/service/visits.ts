import type { LocalDate } from '../calendar';
import { isDone } from '../jobs';
import { type Logbook, ofKind } from '../logbook';
import type { CarReleased, Fact, Job } from '../model';
import { judgeService } from './judge';

/** How a visit ended, as far as it has. */
export type VisitOutcome = 'released' | 'reopened' | 'underWay' | 'done';

/** What was written down of a car together: a planned job, or one entry that belongs to none. */
export interface Visit {
  /** Of its job, or of its only entry. */
  id: string;
  job: Job | null;
  /** Newest first, with what was corrected or withdrawn since. */
  facts: Fact[];
  outcome: VisitOutcome;
  /** Who released the car, where somebody did. */
  released: CarReleased | null;
}

/**
 * Whether a car that was released is stopped or held again by what was written down later. Cheap for the many that nobody has touched since:
 * only later entries can reopen a signature.
 * @param today in the shop's time zone
 */
export function isReopened(logbook: Logbook, job: Job, today: LocalDate): boolean {
  const facts = logbook.factsOfJob(job.id);
  const signed = ofKind(facts, 'carReleased').at(-1);
  const isLater = (f: Fact): boolean => f.jobId === job.id && f.id !== signed?.id && f.recordedAt > signed!.recordedAt;
  if (!signed || !(facts.some(isLater) || logbook.replacedOfCar(job.carId).some((r) => isLater(r.by)))) return false;
  return judgeService(logbook, job, today)?.gate.isReopened ?? false;
}

/**
 * A car's entries by visits, newest first.
 * @param facts everything about the car, also what no longer counts
 */
export function visitsOf(logbook: Logbook, facts: readonly Fact[], today: LocalDate): Visit[] {
  const groups = new Map<string, Fact[]>();
  const byId = new Map(facts.map((f) => [f.id, f]));
  for (const fact of [...facts].sort(newestFirst)) {
    // A correction stands with what it corrects.
    const key = fact.jobId ?? rootIn(fact, byId).id;
    const group = groups.get(key);
    if (group) group.push(fact);
    else groups.set(key, [fact]);
  }
  return [...groups].map(([id, group]) => {
    const job = logbook.jobs.get(group[0]!.jobId ?? '') ?? null;
    const released = job && (ofKind(logbook.factsOfJob(job.id), 'carReleased').at(-1) ?? null);
    return { id, job, facts: group, released, outcome: outcomeOf(logbook, job, released, today) };
  });
}

function outcomeOf(logbook: Logbook, job: Job | null, released: CarReleased | null, today: LocalDate): VisitOutcome {
  if (job?.kind !== 'service') return job && !isDone(logbook, job) ? 'underWay' : 'done';
  if (!released) return 'underWay';
  return isReopened(logbook, job, today) ? 'reopened' : 'released';
}

const newestFirst = (a: Fact, b: Fact): number => b.at.localeCompare(a.at) || b.recordedAt.localeCompare(a.recordedAt);

function rootIn(fact: Fact, byId: ReadonlyMap<string, Fact>): Fact {
  const seen = new Set<string>();
  let at = fact;
  while (at.replaces !== undefined && !seen.has(at.id)) {
    seen.add(at.id);
    const next = byId.get(at.replaces);
    if (!next) break;
    at = next;
  }
  return at;
}
