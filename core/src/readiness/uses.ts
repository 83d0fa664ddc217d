/** What a car may be used for as it stands: off the lift, moved, driven, bedded, out to a session, to an event. */
import type { LocalDate } from '../calendar';
import { type Purpose, purposes, standsAgainst } from '../condition';
import type { Logbook } from '../logbook';
import { type Car, type Finding, type TrackEvent, type Verdict, distinctFindings, worstFirst, worstOf } from '../model';
import { type GateName, type GateResult, judgeCar } from './readiness';

export interface Use {
  purpose: Purpose;
  /** A stop: it may not. What needs work: not before it is seen to. All else: it may. */
  verdict: Verdict;
  /** The most serious first. */
  findings: Finding[];
}

const isStop = ({ verdict }: Finding): boolean => verdict === 'stop';

/** What each purpose asks of the gates beside the condition: a fault of the fluid keeps nobody from rolling a car off the lift. */
function ofGates(purpose: Purpose, gates: readonly GateResult[]): Finding[] {
  const of = (...names: GateName[]): Finding[] =>
    gates.filter((g) => names.includes(g.gate)).flatMap((g) => g.findings);
  switch (purpose) {
    case 'lift':
    case 'ground':
      return [];
    case 'road':
    case 'bedding':
      // What stops a car on a track stops it here: a crack, a pad under its limit.
      return [...of('service'), ...of('parts', 'track').filter(isStop)];
    case 'session':
    case 'event':
      return of('fluid', 'heat', 'parts', 'bedding', 'service', 'track');
  }
}

/**
 * Every purpose with what stands against it.
 * @param event that it is booked for; null: none, and nothing is asked for one
 */
export function usesOf(logbook: Logbook, car: Car, event: TrackEvent | null, today: LocalDate): Use[] {
  const { gates } = judgeCar(logbook, car, event, today);
  return purposes
    .filter((purpose) => purpose !== 'event' || event !== null)
    .map((purpose) => {
      const findings = worstFirst(
        distinctFindings([
          ...standsAgainst(logbook, car, purpose, event?.id ?? null),
          ...ofGates(purpose, gates),
        ]).filter((f) => f.verdict !== 'inOrder'),
      );
      return { purpose, verdict: worstOf(findings), findings };
    });
}
