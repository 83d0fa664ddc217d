import { groupBy } from 'es-toolkit/array';
import {
  type Collection,
  type Fact,
  type Finding,
  type FindingTrace,
  type Job,
  type LimitsOfMoment,
  type Logbook,
  type Records,
  buildLogbook,
  collections,
  dateIn,
  complaints,
  judgeComplaints,
  judgeService,
  limitsOf,
  traceOf,
} from '@calvik/core';
import { withNewNames } from './earlier-names';
import { earlierSentence, isSaidBy } from './earlier-sentences';

/** A row of the table `item`, and what stood in one of its records before. */
export interface StoredItem {
  id: string;
  collection: string;
  body: string;
}
export interface StoredEarlier extends StoredItem {
  version: number;
  superseded_at: string;
}

/** Facts as they were stored before, as far as this migration reads them. */
interface HoldPassed {
  kind: 'holdPassed';
  id: string;
  jobId: string;
  at: string;
  finding: string;
  hold?: string;
}

/** Kinds of steps that were added since: no service of before is asked for them once it is signed. */
const NEW_STEPS = new Set(['wheelBearing', 'clutch']);

/** Compounds as records, as core reads them: here they still stand by name in their sets (see 0004). */
function withCompounds(records: Records): Records {
  const sets = [...(records.padSets ?? [])] as (Record<string, unknown> & { compound?: string })[];
  const names = [...new Set(sets.map((s) => s.compound ?? ''))];
  return {
    ...records,
    compounds: names.map((name) => ({ id: name, name })) as unknown as Records['compounds'],
    padSets: sets.map((s) => ({ ...s, compoundId: s.compound })) as unknown as Records['padSets'],
  };
}

/** What nobody can find again stays as it was written. */
const wording = (text: string): FindingTrace => ({ code: 'earlierWording', place: {}, values: { text } });

/**
 * What was stored by the names and in the sentences of before, by the names of now and as findings.
 * @returns the rows that change, in the order given
 */
export function migrateBodies(
  items: readonly StoredItem[],
  earlier: readonly StoredEarlier[],
): { items: StoredItem[]; earlier: StoredEarlier[] } {
  const named = items.map((row) => ({ ...row, json: withNewNames(row.collection, JSON.parse(row.body)) }));
  const before = earlier.map((row) => ({ ...row, json: withNewNames(row.collection, JSON.parse(row.body)) }));
  const history = new Map<string, { until: string; json: object }[]>();
  for (const row of [...before].sort((a, b) => a.version - b.version))
    history.set(row.id, [...(history.get(row.id) ?? []), { until: row.superseded_at, json: row.json }]);

  const current = new Map<Collection, { id: string; json: object }[]>(
    collections.map((c) => [c, named.filter((r) => r.collection === c)]),
  );
  /** Records as they stood at a moment. */
  const recordsAt = (at: string): Records =>
    withCompounds(
      Object.fromEntries(
        collections.map((c) => [
          c,
          current.get(c)!.map(({ id, json }) => history.get(id)?.find((h) => h.until > at)?.json ?? json),
        ]),
      ) as Records,
    );
  const facts = named.filter((r) => r.collection === 'facts').map((r) => r.json as unknown as Fact | HoldPassed);
  const ofCar = groupBy(facts, (f) => ('carId' in f ? f.carId : undefined) ?? '');
  const jobs = new Map(current.get('jobs')!.map(({ id, json }) => [id, json as unknown as Job]));

  /** The logbook of one car as it stood at a moment, without any signature. */
  const logbookAt = (carId: string, at: string): Logbook =>
    buildLogbook(
      recordsAt(at),
      [...(ofCar[carId] ?? []), ...(ofCar[''] ?? [])].filter(
        (f): f is Fact => f.at <= at && f.kind !== 'carReleased' && f.kind !== 'holdPassed',
      ),
    );
  /** Everything that a job's gate said at a moment. */
  const saidAt = (jobId: string, at: string): { findings: Finding[]; names: Map<string, string> } => {
    const job = jobs.get(jobId);
    const logbook = job && logbookAt(job.carId, at);
    const judged = job && logbook && judgeService(logbook, job, dateIn(at, logbook.shop.timeZone));
    if (!judged) return { findings: [], names: new Map() };
    const { stops, holds, open } = judged.gate;
    return {
      // What drivers' words point at stood among what was open then.
      findings: [...stops, ...holds.map((h) => h.finding), ...open, ...judgeComplaints(complaints)],
      names: new Map(judged.sheet.fasteners.map((f) => [f.key, f.name])),
    };
  };
  /** @param area what the hold was filed under: two corners can say the same */
  const found = (text: string, { findings, names }: ReturnType<typeof saidAt>, area = ''): FindingTrace | null => {
    const said = findings.filter((f) => isSaidBy(text, earlierSentence(f, names) ?? ''));
    const finding = said.find((f) => area.endsWith(`.${f.place.corner ?? f.place.axle}`)) ?? said[0];
    return finding ? traceOf(finding) : null;
  };
  // All passes of a job are asked about at its last one first: usually nothing has changed between them.
  const lastPass = new Map<string, string>();
  for (const f of facts)
    if (f.kind === 'holdPassed' && f.at > (lastPass.get(f.jobId) ?? '')) lastPass.set(f.jobId, f.at);
  const atLastPass = new Map<string, ReturnType<typeof saidAt>>();

  const waived = ({ finding: text, hold, ...rest }: HoldPassed): object => {
    if (!atLastPass.has(rest.jobId)) atLastPass.set(rest.jobId, saidAt(rest.jobId, lastPass.get(rest.jobId)!));
    const finding =
      found(text, atLastPass.get(rest.jobId)!, hold) ?? found(text, saidAt(rest.jobId, rest.at), hold) ?? wording(text);
    return { ...rest, kind: 'holdWaived', finding };
  };
  const released = (f: { jobId: string; at: string; openItems: string[] }): object => {
    const said = saidAt(f.jobId, f.at);
    const job = jobs.get(f.jobId);
    const ofMoment = job ? limitsOf(logbookAt(job.carId, f.at), job) : null;
    // Signed before the rules of the gate were counted: by the first ones.
    const limits: LimitsOfMoment | null = ofMoment && { ...ofMoment, rules: 1 };
    return {
      ...f,
      openItems: f.openItems.map((text) => found(text, said) ?? wording(text)),
      limits: limits && { ...limits, steps: limits.steps.filter((step) => !NEW_STEPS.has(step)) },
    };
  };
  const withFindings = (json: { kind?: string }): object => {
    if (json.kind === 'holdPassed') return waived(json as HoldPassed);
    return json.kind === 'carReleased' ? released(json as never) : json;
  };

  const changed = <R extends StoredItem>(row: R & { json: object }): R[] => {
    const { json, ...rest } = row;
    const body = JSON.stringify(row.collection === 'facts' ? withFindings(json) : json);
    return body === row.body ? [] : [{ ...rest, body } as unknown as R];
  };
  return {
    items: named.flatMap((r) => changed<StoredItem>(r)),
    earlier: before.flatMap((r) => changed<StoredEarlier>(r)),
  };
}
