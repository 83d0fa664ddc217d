/** What must not be saved, whatever a phone has shown: asked by the server of every fact that may not simply be written. */
import { wantsReason } from '../bedding';
import type { LocalDate } from '../calendar';
import type { Logbook } from '../logbook';
import { type Fact, type Finding, mm } from '../model';
import { type ServiceRefusal, needsServicePermission, refuseServiceFact } from '../service';
import { unexplainedFaults } from '../paddock';
import { trackFinding } from '../sessions';
import { type DecisionRefusal, refuseDecision } from './go-out';

/** Why a fact must not be saved. */
export type Refusal = ServiceRefusal | DecisionRefusal | { code: 'lookWithoutReason' };

/** Facts that somebody must be allowed to write: see {@link refusalOf}. */
export const needsPermission = (fact: Fact): boolean =>
  fact.kind === 'sessionDecision' ||
  fact.kind === 'trackCheck' ||
  fact.kind === 'beddingLook' ||
  needsServicePermission(fact);

/** Why a fact must not be saved; null when nothing speaks against it. */
export function refusalOf(logbook: Logbook, fact: Fact, today: LocalDate): Refusal | null {
  if (fact.kind === 'sessionDecision') return refuseDecision(logbook, fact, today);
  if (fact.kind === 'trackCheck') {
    const left = unexplainedFaults(logbook.factsOfCar(fact.carId), fact)[0];
    return left ? { code: 'notExplained', finding: faultBefore(left) } : null;
  }
  if (fact.kind === 'beddingLook')
    return wantsReason(fact) && fact.reason.trim() === '' ? { code: 'lookWithoutReason' } : null;
  return refuseServiceFact(logbook, fact, today);
}

const faultBefore = ({ fault, corner, lengthMm }: ReturnType<typeof unexplainedFaults>[number]): Finding =>
  trackFinding('lookFault', 'needsWork', corner ? { corner } : {}, {
    fault,
    length: lengthMm === null ? null : mm(lengthMm),
  });
