import { type Instant, dateIn, yearsBetween } from '../calendar';
import {
  type Logbook,
  bottlesOf,
  byTime,
  correctedByOwnHand,
  filtered,
  leadsOf,
  mayTakeBack,
  ofKind,
  openedAt,
  remembered,
} from '../logbook';
import type { BoilingTest, Car, Corner, Fact, Finding, Fluid, FluidExchange } from '../model';
import { type LabelPoints, MAX_WATER_PERCENT, waterFromBoilingPoint } from './curve';
import type { Filling, FluidState, JudgedTest } from './filling';
import { fluidFinding } from './findings';
import { checkGrade, gradeFacts } from './grades';
import { BOTTLE_UPTAKE_PERCENT_PER_YEAR, type Before, type FluidPart, mixAfter, unknownFluid, withPoured } from './mix';
import { toStandardPressure } from './pressure';
import { anchorOf, waterAt } from './projection';
import { type BleedStep, bleedSequence } from '../hydraulics';
import { type WaterPoint, uptakeRate } from './uptake';

/** Mineral fluid has no minima: this stands for a system whose label nobody knows, °C. Common practice, no source. */
const UNKNOWN_LABEL: LabelPoints = { dryBoilingPointC: 230, wetBoilingPointC: 155 };

function gradeLabel(car: Car): LabelPoints {
  const minimum = gradeFacts[car.fluidGrade].minimum;
  return minimum ? { dryBoilingPointC: minimum.dryC, wetBoilingPointC: minimum.wetC } : UNKNOWN_LABEL;
}

/** A full exchange reaches every nipple of the car; anything less only bleeds. */
export function isComplete(exchange: FluidExchange, steps: readonly BleedStep[]): boolean {
  return (
    exchange.scope === 'full' &&
    // Somebody else's flush is taken at their word: nobody wrote it down nipple by nipple.
    (exchange.elsewhere !== undefined ||
      steps.every((step) =>
        exchange.corners.some((c) => c.corner === step.corner && c.nipple === step.nipple && c.volumeMl > 0),
      ))
  );
}

function fluidsIn(logbook: Logbook, exchange: FluidExchange): Fluid[] {
  if (exchange.elsewhere) {
    const fluid = logbook.fluids.get(exchange.elsewhere.fluidId ?? '');
    return fluid ? [fluid] : [];
  }
  const ids = new Set(exchange.corners.map((c) => c.bottleId));
  if (exchange.reservoirBottleId) ids.add(exchange.reservoirBottleId);
  return fluidsOf(logbook, [...ids]);
}
const fluidsOf = (logbook: Logbook, bottleIds: readonly string[]): Fluid[] =>
  bottleIds.flatMap((bottleId) => {
    const bottle = logbook.bottles.get(bottleId);
    const fluid = bottle && logbook.fluids.get(bottle.fluidId);
    return fluid ? [fluid] : [];
  });

/** The mix is only as good as its worst part. */
const worstLabel = (fluids: readonly Fluid[]): LabelPoints => ({
  dryBoilingPointC: Math.min(...fluids.map((f) => f.dryBoilingPointC)),
  wetBoilingPointC: Math.min(...fluids.map((f) => f.wetBoilingPointC)),
});

/** Corrects a test to standard pressure and reads its water content off the fluid's curve. */
export function judgeTest(test: BoilingTest, label: LabelPoints): JudgedTest {
  const standardC = toStandardPressure(test.readingC, test.ambientKpa);
  return { test, standardC, water: waterFromBoilingPoint(standardC, label) };
}

/** Two readings of the same fluid may differ by this much, °C: twice what a tester is good for. Common practice, no source. */
const TESTS_DIFFER_C = 8;

/**
 * Of tests of the same fluid the lowest that is not taken back; null where that is the last one. Whoever read it does not take it back, and two
 * who contradict each other want a third test.
 * @param tests oldest first, those too that were typed anew or withdrawn
 */
function doubtedOf(logbook: Logbook, tests: readonly JudgedTest[], last: BoilingTest | null): JudgedTest | null {
  const wanted = (logbook.signedRules ?? Infinity) < 8 ? 1 : 2;
  let low: JudgedTest | null = null;
  let higher: JudgedTest[] = [];
  for (const t of tests) {
    if (low === null || t.standardC <= low.standardC + TESTS_DIFFER_C) [low, higher] = [t, []];
    else if (mayTakeBack(logbook, low.test, t.test)) higher.push(t);
    if (higher.length === wanted) [low, higher] = [t, []];
  }
  return low === null || low.test.id === last?.id ? null : low;
}

function bottleTestBefore(logbook: Logbook, exchange: FluidExchange, label: LabelPoints): JudgedTest | null {
  const tests = [...new Set(exchange.corners.map((c) => c.bottleId))]
    .flatMap((bottleId) => ofKind(logbook.factsOfBottle(bottleId), 'boilingTest'))
    .filter((f) => f.at <= exchange.at);
  const latest = tests.reduce<BoilingTest | null>((a, b) => (a === null || b.at > a.at ? b : a), null);
  return latest && judgeTest(latest, label);
}

/** Water that the bottles of an exchange have taken up since they were opened, %. */
function waterOfBottles(logbook: Logbook, exchange: FluidExchange): number {
  const years = bottlesOf(exchange).map((id) => {
    const opened = openedAt(logbook.factsOfBottle(id), id);
    return opened === null ? 0 : Math.max(0, yearsBetween(opened, exchange.at));
  });
  return Math.min(MAX_WATER_PERCENT, BOTTLE_UPTAKE_PERCENT_PER_YEAR * Math.max(0, ...years));
}

/** The fluid of a filling as it was at a moment, by the shop's uptake: what an exchange then mixes with the new one. */
function beforeExchange(filling: Filling, at: Instant, { shop }: Logbook): Before {
  const { mix, exchange } = filling;
  const anchor = anchorOf(filling, shop.timeZone);
  if (!anchor) return { ...unknownFluid(filling.label), isAssumed: true, mix: null };
  const rate = shop.defaultUptakePercentPerYear;
  const byNow = ({ label, waterPercent }: FluidPart): FluidPart => ({
    label,
    waterPercent: Math.min(MAX_WATER_PERCENT, waterPercent + rate * Math.max(0, yearsBetween(anchor.at, at))),
  });
  return {
    label: anchor.label,
    waterPercent: waterAt(anchor, rate, at),
    isAssumed: anchor.isAssumed,
    mix: anchor.mix && mix && exchange ? { exchange, fresh: byNow(mix.fresh), older: byNow(mix.old) } : null,
  };
}

function exchangeFaults(exchange: FluidExchange): Finding[] {
  const findings: Finding[] = [];
  const where = (pick: (c: FluidExchange['corners'][number]) => boolean): Corner[] => [
    ...new Set(exchange.corners.filter(pick).map((c) => c.corner)),
  ];
  const open = where((c) => !c.nippleShut);
  const airy = where((c) => !c.bubbleFree);
  const dirty = where((c) => !c.clean);
  const feel = exchange.pedalAfter;
  if (open.length > 0) findings.push(fluidFinding('nipplesOpen', 'stop', {}, { corners: open }));
  if (feel === 'soft' || feel === 'long')
    findings.push(fluidFinding('pedalAfterBleed', feel === 'soft' ? 'stop' : 'needsWork', {}, { feel }));
  if (airy.length > 0) findings.push(fluidFinding('bubblesAfterBleed', 'needsWork', {}, { corners: airy }));
  if (dirty.length > 0) findings.push(fluidFinding('dirtyAfterBleed', 'watch', {}, { corners: dirty }));
  return findings;
}

/** Fluids of different bases that met in the system and that no workshop has cleared since. */
function mixFault(logbook: Logbook, car: Car, facts: readonly Fact[]): Finding[] {
  let fault: Finding | null = null;
  for (const fact of facts) {
    if (fact.kind === 'systemCleared') fault = null;
    const poured =
      fact.kind === 'fluidExchange'
        ? fluidsIn(logbook, fact)
        : fact.kind === 'nippleBled'
          ? fluidsOf(logbook, [fact.bottleId])
          : [];
    for (const fluid of poured) {
      const check = checkGrade(fluid.grade, car.fluidGrade);
      if (check.verdict === 'stop') {
        fault = fluidFinding(
          'wrongFluidInSystem',
          'stop',
          {},
          { fluid: fluid.name, grade: fluid.grade, wanted: car.fluidGrade },
        );
      }
    }
  }
  return fault ? [fault] : [];
}

/** Fluid that has boiled is not what it was: it is changed, not bled. */
function boiledFault(facts: readonly Fact[], flushed: FluidExchange | null, timeZone: string): Finding[] {
  const boiled = facts.findLast((f) => f.kind === 'heatReading' && f.read.instrument === 'fluidBoiled');
  return boiled && (flushed === null || boiled.at > flushed.at)
    ? [fluidFinding('boiledSinceFlush', 'needsWork', {}, { on: dateIn(boiled.at, timeZone) })]
    : [];
}

/** Fluid of the right base and too low a grade. */
const gradeFaults = (filling: Filling, car: Car): Finding[] =>
  filling.fluids.map((f) => checkGrade(f.grade, car.fluidGrade)).filter((c) => c.verdict === 'needsWork');

/** Kinds of entry that say something of the fluid. */
const ofFluid: ReadonlySet<Fact['kind']> = new Set<Fact['kind']>([
  'boilingTest',
  'moistureReading',
  'fluidExchange',
  'systemCleared',
  'nippleBled',
  'heatReading',
]);
/** What of a car's entries is about its fluid: a car of twenty years has thousands of others. */
function fluidFacts(logbook: Logbook, car: Car): readonly Fact[] {
  const facts = logbook.factsOfCar(car.id);
  return remembered(facts, 'ofFluid', [], () => facts.filter((f) => ofFluid.has(f.kind)));
}

/** What a list of facts names, once for each list: lists of cars and bottles that nothing was written about stay the same. */
const bottleIdsIn = (facts: readonly Fact[]): readonly string[] =>
  remembered(facts, 'bottles', [], () => [...new Set(facts.flatMap(bottlesOf))]);
const fluidIdsElsewhere = (facts: readonly Fact[]): readonly string[] =>
  remembered(facts, 'fluids elsewhere', [], () =>
    ofKind(facts, 'fluidExchange').flatMap((f) => (f.elsewhere?.fluidId ? [f.elsewhere.fluidId] : [])),
  );
const testsIn = (facts: readonly Fact[]): readonly BoilingTest[] =>
  remembered(facts, 'boiling tests', [], () => ofKind(facts, 'boilingTest'));

/** Everything that the state of a fluid is worked out from. */
const restsOn = (logbook: Logbook, car: Car, facts: readonly Fact[], typedAnew: readonly Fact[]): unknown[] => [
  car,
  logbook.shop.timeZone,
  logbook.shop.defaultUptakePercentPerYear,
  logbook.signedRules,
  ...leadsOf(logbook),
  facts,
  ...typedAnew,
  ...[...fluidIdsElsewhere(facts), ...fluidIdsElsewhere(typedAnew)].map((id) => logbook.fluids.get(id)),
  ...[...new Set([...bottleIdsIn(facts), ...bottleIdsIn(typedAnew)])].flatMap((id) => {
    const bottle = logbook.bottles.get(id);
    const ofBottle = logbook.factsOfBottle(id);
    return [bottle, logbook.fluids.get(bottle?.fluidId ?? ''), openedAt(ofBottle, id), ...testsIn(ofBottle)];
  }),
];

/**
 * Everything about a car's fluid that follows from its facts up to a moment.
 * @param until facts after this moment are left out
 */
export function fluidState(logbook: Logbook, car: Car, until: Instant): FluidState {
  const facts = filtered(fluidFacts(logbook, car), (f) => f.at <= until);
  // By rules of before, what was typed anew was gone.
  const typedAnew =
    (logbook.signedRules ?? Infinity) < 7 ? [] : correctedByOwnHand(logbook, car.id).filter((f) => f.at <= until);
  // Of one logbook it is asked for each fluid on the shelf; of the next one most cars are what they were.
  return remembered(logbook, `fluid ${car.id}`, [car, facts.length, ...typedAnew], () =>
    remembered(facts[0] ?? car, 'fluid', restsOn(logbook, car, facts, typedAnew), () =>
      stateOf(logbook, car, facts, typedAnew),
    ),
  );
}

function stateOf(logbook: Logbook, car: Car, facts: readonly Fact[], typedAnew: readonly Fact[]): FluidState {
  const unknown: Filling = {
    exchange: null,
    fluids: [],
    label: gradeLabel(car),
    labelFrom: 'grade',
    waterAtFillPercent: 0,
    bottleTest: null,
    mix: null,
    tests: [],
    doubted: null,
    pens: [],
  };
  // A mix is a matter of the rules of today: what was signed by those of before stays as it was judged.
  const isMixed = (logbook.signedRules ?? Infinity) >= 9;
  const steps = bleedSequence(car);
  const fillings: Filling[] = [unknown];
  let lastExchange: FluidExchange | null = null;
  let lastBleed: FluidExchange | null = null;
  for (const fact of facts) {
    const current = fillings.at(-1)!;
    if (fact.kind === 'boilingTest') current.tests.push(judgeTest(fact, current.label));
    if (fact.kind === 'moistureReading') current.pens.push(fact);
    if (fact.kind !== 'fluidExchange') continue;
    lastBleed = fact;
    const fluids = fluidsIn(logbook, fact);
    if (isComplete(fact, steps)) {
      lastExchange = fact;
      const label = fluids.length > 0 ? worstLabel(fluids) : gradeLabel(car);
      const bottleTest = bottleTestBefore(logbook, fact, label);
      const waterAtFillPercent = bottleTest?.water.waterPercent ?? (isMixed ? waterOfBottles(logbook, fact) : 0);
      fillings.push({
        exchange: fact,
        fluids,
        label,
        labelFrom: fluids.length > 0 ? 'bottle' : 'grade',
        waterAtFillPercent,
        bottleTest,
        mix: isMixed
          ? mixAfter(car, fact, beforeExchange(current, fact.at, logbook), { label, waterPercent: waterAtFillPercent })
          : null,
        tests: [],
        doubted: null,
        pens: [],
      });
    } else if (fluids.length > 0 && current.labelFrom === 'bottle') {
      current.label = worstLabel([...current.fluids, ...fluids]);
      current.fluids = [...new Set([...current.fluids, ...fluids])];
      current.mix &&= withPoured(current.mix, worstLabel(fluids));
    }
  }
  const points = fillings.map((f): WaterPoint[] => [
    ...(f.exchange ? [{ at: f.exchange.at, waterPercent: f.waterAtFillPercent }] : []),
    ...f.tests.filter((t) => !t.water.outside).map((t) => ({ at: t.test.at, waterPercent: t.water.waterPercent })),
  ]);
  const mix = mixFault(logbook, car, typedAnew.length === 0 ? facts : [...facts, ...typedAnew].sort(byTime));
  const current = fillings.at(-1)!;
  if ((logbook.signedRules ?? Infinity) >= 7) {
    // Whatever was drawn changes the fluid: what was read before it says nothing of what is in there now.
    const same = (f: Fact): f is BoilingTest => f.kind === 'boilingTest' && (lastBleed === null || f.at > lastBleed.at);
    const tests = [...current.tests.map((t) => t.test), ...typedAnew].filter(same).sort(byTime);
    current.doubted = doubtedOf(
      logbook,
      tests.map((test) => judgeTest(test, current.label)),
      current.tests.at(-1)?.test ?? null,
    );
  }
  const bleedFaults = lastBleed ? exchangeFaults(lastBleed) : [];
  return {
    fillings,
    current,
    lastExchange,
    lastBleed,
    uptake: uptakeRate(points, logbook.shop.defaultUptakePercentPerYear),
    contaminated: mix.length > 0,
    faults: [
      ...mix,
      ...boiledFault(facts, lastExchange, logbook.shop.timeZone),
      ...gradeFaults(current, car),
      ...bleedFaults,
    ],
    bleedFaults,
  };
}

/** The calendar date of an exchange, or null. */
export const exchangeDate = (exchange: FluidExchange | null, timeZone: string): string | null =>
  exchange && dateIn(exchange.at, timeZone);
