import { dateIn, plusDays } from '../calendar';
import { type FluidJudgement, TESTED_WITHIN_DAYS, freshBoilingPointC, policyRules } from '../demand';
import { type RuleOwner, byStrictness } from '../fluid';
import { bleedSequence, bleedVolumeMl, flushVolumeMl } from '../hydraulics';
import { type Car, type Fluid, workKey } from '../model';
import type { RuleFrom } from '../demand';
import { type Context, type WorkNeed, noRule } from './types';

const volumes = new WeakMap<Car, { flush: number; bleed: number }>();

/** Fluid that a flush and a bleed of a car take, mL; reckoned once for each record of a car. */
export function fluidVolumes(car: Car): { flush: number; bleed: number } {
  let known = volumes.get(car);
  if (!known) {
    const steps = bleedSequence(car);
    known = { flush: flushVolumeMl(car, steps), bleed: bleedVolumeMl(car, steps) };
    volumes.set(car, known);
  }
  return known;
}

/** The product for a car: what is reserved for it, else what it has, else the one with the best dry figure; one that meets the demand before all. */
function productFor({ logbook, booking, car, event, today }: Context, fluid: FluidJudgement): Fluid | null {
  const ofGrade = [...logbook.fluids.values()].filter((f) => !f.archived && f.grade === car.fluidGrade);
  const reserved = booking.reservedIds.map((id) => logbook.bottles.get(id)?.fluidId);
  const last = logbook.factsOfCar(car.id).findLast((f) => f.kind === 'fluidExchange');
  const bottle = last?.kind === 'fluidExchange' ? logbook.bottles.get(last.corners[0]?.bottleId ?? '') : undefined;
  const rank = (f: Fluid): number[] => [
    Number(reserved.includes(f.id)),
    Number(freshBoilingPointC(logbook, car, f, event, today) >= fluid.demanded.value),
    Number(f.id === bottle?.fluidId),
    f.dryBoilingPointC,
  ];
  const ranked = ofGrade.map((f) => ({ f, by: rank(f) }));
  ranked.sort((a, b) => b.by.map((n, i) => n - a.by[i]!).find((d) => d !== 0) ?? a.f.id.localeCompare(b.f.id));
  return ranked[0]?.f ?? null;
}

export function fluidNeeds(c: Context, fluid: FluidJudgement): WorkNeed[] {
  const { logbook, car, event, today } = c;
  const planned = c.earlier;
  // The strictest first: it is the one that the car's own page names.
  const open = byStrictness([
    ...policyRules(logbook, car, event, today, fluid.state, planned),
    ...(planned.flushOn ? [] : fluid.rules.filter((r) => r.owner === 'boilingPoint')),
  ]).filter((r) => !r.met && r.work !== 'boilingTest');
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
    needs.push({
      key: workKey(work),
      reasons: [
        ...faults.map((finding) => ({ finding, from: null })),
        ...rules.map((r) => ({ finding: r.reason, from: whose(r.owner), notBefore: r.notBefore })),
      ],
      // Made too early it would not count for every rule.
      earliest: rules.map((r) => r.notBefore ?? today).reduce((a, b) => (b > a ? b : a), today),
      // Only a workshop clears a wrong mix.
      blocked: faults.find((f) => f.code === 'wrongFluidInSystem'),
      fluid: {
        ml: fluidVolumes(car)[work],
        fluidId: productFor(c, fluid)?.id ?? null,
        grade: car.fluidGrade,
        source: 'shelf',
        on: today,
      },
    });
  }
  const tested = fluid.state.current.tests.at(-1);
  const testedOn = tested ? dateIn(tested.test.at, logbook.shop.timeZone) : null;
  const isUnknown = fluid.boilingNow === null;
  const isRecent = testedOn !== null && testedOn >= plusDays(event.startDate, -TESTED_WITHIN_DAYS);
  // Unknown fluid is looked at once, for the first event.
  const isLookedAt = isUnknown && (planned.flushOn !== null || planned.keys.has(workKey('boilingTest')));
  const isAskedFor = fluid.rules.some((r) => !r.met && r.work === 'boilingTest');
  if (!isLookedAt && (isUnknown || (work !== 'flush' && fluid.boilingTestFor && (isAskedFor || !isRecent)))) {
    needs.push({
      key: workKey('boilingTest'),
      reasons: fluid.boilingTestFor ? noRule(fluid.boilingTestFor) : [],
      earliest: isUnknown ? today : plusDays(event.startDate, -TESTED_WITHIN_DAYS),
    });
  }
  return needs;
}
