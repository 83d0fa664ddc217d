/** Whether a run may begin: release, place, law, checklist. One function for the page and for whoever else asks. */
import { beddingFinding, isReleased } from '../bedding';
import type { LocalDate } from '../calendar';
import { type Logbook, ofKind } from '../logbook';
import { type BeddingCheck, type Car, type DrivenAt, type Finding, type Procedure, type Quantity } from '../model';
import { usesOf } from './uses';

/** What is gone through before a run; ducts only where they are to be taped. */
export const beddingChecks = (hasTapedDucts: boolean): BeddingCheck[] => [
  'pedalFirm',
  'fluidLevel',
  'tyres',
  ...(hasTapedDucts ? (['ductsTaped'] as const) : []),
  'passenger',
  'placeClear',
];

const speed = (value: number): Quantity => ({ value, measure: 'speed' });

/** What stands between a car and its bedding run; empty when it may begin. */
export function beginFindings(
  logbook: Logbook,
  car: Car,
  plan: {
    procedure: Procedure;
    proposed: Procedure | null;
    reason: string;
    place: DrivenAt | null;
    checks: readonly BeddingCheck[];
    hasTapedDucts: boolean;
  },
  today: LocalDate,
): Finding[] {
  const { procedure, proposed, place, checks } = plan;
  const found: Finding[] = [];
  // A car that nobody has worked on here has no service to be released from.
  const wasOpened = ofKind(logbook.factsOfCar(car.id), 'partsFitted').length > 0;
  const { findings } = usesOf(logbook, car, null, today).find((use) => use.purpose === 'bedding')!;
  const ofService = findings.filter((f) => f.code === 'serviceUnderWay' || f.code === 'serviceReopened');
  if ((wasOpened && !isReleased(logbook, car)) || ofService.length > 0)
    found.push(beddingFinding('releaseMissing', 'stop', {}, {}), ...ofService);
  found.push(...findings.filter((f) => !ofService.includes(f) && (f.verdict === 'stop' || f.code === 'neverLookedAt')));
  if (place !== null && !procedure.places.includes(place))
    found.push(beddingFinding('placeNotAllowed', 'stop', {}, { place }));
  const fastest = Math.max(0, ...procedure.series.map((s) => s.fromKmh));
  const lawful = logbook.shop.lawfulRoadKmh;
  if (place === 'road' && fastest > lawful)
    found.push(beddingFinding('fasterThanLawful', 'stop', {}, { fastest: speed(fastest), lawful: speed(lawful) }));
  if (proposed && proposed.id !== procedure.id && plan.reason.trim() === '')
    found.push(beddingFinding('reasonMissing', 'needsWork', {}, { proposed: proposed.name }));
  const missing = beddingChecks(plan.hasTapedDucts).filter((c) => !checks.includes(c));
  if (missing.length > 0) found.push(beddingFinding('checksMissing', 'needsWork', {}, { checks: missing }));
  return found;
}
