import { type LocalDate, dateIn, plusDays } from '../calendar';
import { type FluidJudgement, bleedSequence, policyRules, usualVolumesMl } from '../fluid';
import type { RuleFrom } from './rules';
import { type Context, type Draft, noRule } from './types';

/** A boiling test older than this before an event is made again where it matters. Own figure. */
const TESTED_WITHIN_DAYS = 14;

export function fluidDrafts(
  c: Context,
  fluid: FluidJudgement,
  planned: { exchangeOn: LocalDate | null; bleedOn: LocalDate | null },
): Draft[] {
  const { logbook, car, event, today } = c;
  const open = [
    ...policyRules(logbook, car, event, today, fluid.state, planned),
    ...(planned.exchangeOn ? [] : fluid.rules.filter((r) => r.owner === 'boilingPoint')),
  ].filter((r) => !r.met);
  const faults = planned.exchangeOn ? [] : fluid.reasons.filter((r) => r.verdict === 'stop');
  const names: Record<string, RuleFrom> = {
    organiser: { owner: 'organiser', name: event.organiser || event.name },
    customer: { owner: 'customer', name: logbook.customers.get(car.customerId)?.name ?? 'the customer' },
    shop: { owner: 'shop', name: 'the shop' },
  };
  const work =
    open.some((r) => r.work === 'exchange') || faults.length > 0 ? 'exchange' : open.length > 0 ? 'bleed' : null;
  const drafts: Draft[] = [];
  if (work !== null) {
    const rules = open.filter((r) => work === 'bleed' || r.work === 'exchange');
    const last = c.facts.findLast((f) => f.kind === 'fluidExchange');
    const bottle = last?.kind === 'fluidExchange' ? logbook.bottles.get(last.corners[0]?.bottleId ?? '') : undefined;
    const inCar = bottle && logbook.fluids.get(bottle.fluidId);
    const steps = bleedSequence(car);
    const ml =
      work === 'bleed'
        ? steps.length * 40
        : usualVolumesMl(steps, true).reduce((a, b) => a + b, 0) + Math.round(car.reservoirMaxMl * 0.6);
    drafts.push({
      key: work,
      reasons: [
        ...faults.map((f) => ({ text: f.text, from: null })),
        ...rules.map((r) => ({ text: r.reason, from: names[r.owner] ?? null })),
      ],
      // Made too early it would not count for every rule.
      earliest: rules.map((r) => r.notBefore ?? today).reduce((a, b) => (b > a ? b : a), today),
      blocked: faults.find((f) => f.text.includes('workshop'))?.text,
      fluid: { ml, fluidId: inCar && inCar.grade === car.fluidGrade ? inCar.id : null, grade: car.fluidGrade },
    });
  }
  const tested = fluid.state.current.tests.at(-1);
  const testedOn = tested ? dateIn(tested.test.at, logbook.shop.timeZone) : null;
  const unsure = fluid.reasons.find((r) => r.verdict === 'watch' && r.text.includes('test'));
  const isUnknown = fluid.boilingNow === null;
  const isRecent = testedOn !== null && testedOn >= plusDays(event.startDate, -TESTED_WITHIN_DAYS);
  if (isUnknown || (work !== 'exchange' && unsure && !isRecent)) {
    drafts.push({
      key: 'boilingTest',
      reasons: noRule(isUnknown ? 'No test and no exchange on record.' : unsure!.text),
      earliest: isUnknown ? today : plusDays(event.startDate, -TESTED_WITHIN_DAYS),
    });
  }
  return drafts;
}
