/** What the gate asked before rules 5, when faults were judged job by job: signatures of then are still judged so. */
import { conditionFinding, neverWaived } from '../condition';
import { circuitAtRisk } from '../hydraulics';
import { ofKind } from '../logbook';
import { type Car, type ChecksDone, type Corner, type Fact, type Finding, type Place, stepsByKey } from '../model';
import { judgeComplaints } from './findings';

/** Of each list the last time that it was gone through. */
function latestChecks(facts: readonly Fact[]): ChecksDone[] {
  const latest = new Map<string, ChecksDone>();
  for (const f of ofKind(facts, 'checksDone')) latest.set(f.step, f);
  return [...latest.values()];
}

/** @param hoses corners where a hose was changed in this job */
export function earlierFaults(car: Car, facts: readonly Fact[], rules: number, hoses: readonly Corner[]): Finding[] {
  const ofLists = latestChecks(facts).flatMap(({ step, items }) =>
    items.flatMap(({ check, corner, result, remark }): Finding[] => {
      if (result !== 'fault') return [];
      const axle = stepsByKey.get(step)?.axle;
      const place: Place = corner ? { corner } : axle ? { axle } : {};
      const risk = corner && (check === 'hoses' || check === 'leaks') ? [circuitAtRisk(car, corner)] : [];
      if (check === 'hoses' && rules >= 2)
        return corner && hoses.includes(corner)
          ? risk
          : [conditionFinding('hoseFault', 'stop', place, { remark }), ...risk];
      if (check !== 'hoses' && neverWaived.has(check))
        return [conditionFinding('checkFault', 'stop', place, { check, remark }), ...risk];
      // Faults that led to a decision were spoken of there.
      if (step === 'look' && corner) return risk;
      return [conditionFinding('checkFault', 'needsWork', place, { check, remark })];
    }),
  );
  return [...ofLists, ...judgeComplaints(ofKind(facts, 'driverReport').at(-1)?.complaints ?? [])];
}
