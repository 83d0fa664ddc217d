import { dateIn, plusDays } from '../calendar';
import { type FluidJudgement, type PlannedFluid, policyRules } from '../demand';
import { type RuleOwner, bleedSequence, usualVolumesMl } from '../fluid';
import { workKey } from '../model';
import type { RuleFrom } from '../demand';
import { type Context, type WorkNeed, noRule } from './types';

/** A boiling test older than this before an event is made again where it matters. Own figure. */
const TESTED_WITHIN_DAYS = 14;

export function fluidNeeds(c: Context, fluid: FluidJudgement, planned: PlannedFluid): WorkNeed[] {
  const { logbook, car, event, today } = c;
  const open = [
    ...policyRules(logbook, car, event, today, fluid.state, planned),
    ...(planned.flushOn ? [] : fluid.rules.filter((r) => r.owner === 'boilingPoint')),
  ].filter((r) => !r.met);
  const faults = planned.flushOn
    ? []
    : fluid.findings.filter((f) => f.verdict === 'stop' || f.code === 'boiledSinceFlush');
  const whose = (owner: RuleOwner): RuleFrom | null =>
    owner === 'boilingPoint'
      ? null
      : {
          owner,
          name: {
            organiser: event.organiser || event.name,
            customer: logbook.customers.get(car.customerId)?.name ?? '',
            shop: '',
          }[owner],
        };
  const work = open.some((r) => r.work === 'flush') || faults.length > 0 ? 'flush' : open.length > 0 ? 'bleed' : null;
  const needs: WorkNeed[] = [];
  if (work !== null) {
    const rules = open.filter((r) => work === 'bleed' || r.work === 'flush');
    const last = c.facts.findLast((f) => f.kind === 'fluidExchange');
    const bottle = last?.kind === 'fluidExchange' ? logbook.bottles.get(last.corners[0]?.bottleId ?? '') : undefined;
    const inCar = bottle && logbook.fluids.get(bottle.fluidId);
    const steps = bleedSequence(car);
    const ml =
      work === 'bleed'
        ? steps.length * 40
        : usualVolumesMl(steps, true).reduce((a, b) => a + b, 0) + Math.round(car.reservoirMaxMl * 0.6);
    needs.push({
      key: workKey(work),
      reasons: [
        ...faults.map((finding) => ({ finding, from: null })),
        ...rules.map((r) => ({ finding: r.reason, from: whose(r.owner) })),
      ],
      // Made too early it would not count for every rule.
      earliest: rules.map((r) => r.notBefore ?? today).reduce((a, b) => (b > a ? b : a), today),
      // Only a workshop clears a wrong mix.
      blocked: faults.find((f) => f.code === 'wrongFluidInSystem'),
      fluid: { ml, fluidId: inCar && inCar.grade === car.fluidGrade ? inCar.id : null, grade: car.fluidGrade },
    });
  }
  const tested = fluid.state.current.tests.at(-1);
  const testedOn = tested ? dateIn(tested.test.at, logbook.shop.timeZone) : null;
  const isUnknown = fluid.boilingNow === null;
  const isRecent = testedOn !== null && testedOn >= plusDays(event.startDate, -TESTED_WITHIN_DAYS);
  if (isUnknown || (work !== 'flush' && fluid.boilingTestFor && !isRecent)) {
    needs.push({
      key: workKey('boilingTest'),
      reasons: fluid.boilingTestFor ? noRule(fluid.boilingTestFor) : [],
      earliest: isUnknown ? today : plusDays(event.startDate, -TESTED_WITHIN_DAYS),
    });
  }
  return needs;
}
