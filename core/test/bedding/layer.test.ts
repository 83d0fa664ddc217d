/** Whether a pair is bedded, over time; held against a second opinion that shares no code with it. */
import fc from 'fast-check';
import { layerOfPair, layerOnAxle } from '../../src/bedding';
import type { Logbook, Records } from '../../src/logbook';
import { type BeddingDecision, type Corner, type Fact, type PadSet, cornersOf } from '../../src/model';
import { judgeCar } from '../../src/readiness';
import { book, compoundNamed, newId } from '../builders/book';
import { TODAY, bookingOf, car, event, find, ines, keys, shop, tove, venue } from '../builders/run-up-book';
import { workOfBooking } from '../../src/run-up';
import { makePadSet, makeRotorPair, rotor } from '../builders/service-book';
import { tell } from '../builders/say';

const rotors = makeRotorPair({ label: 'R-1' });
const otherRotors = makeRotorPair({ label: 'R-2' });
const pads = makePadSet({ label: 'P-1', rotorPairId: rotors.id });
const sameCompound = makePadSet({ label: 'P-2' });
const otherCompound = makePadSet({ label: 'P-3', compoundId: compoundNamed('Lantry Road').id });
const sets = [pads, sameCompound, otherCompound];
const JOB = newId();

let clock = 0;
/** Facts come a minute after each other, well before today. */
const stamp = (on?: string) => {
  const at = on ?? new Date(Date.parse('2026-04-01T08:00:00Z') + 60_000 * clock++).toISOString();
  return { id: newId(), at, recordedAt: at, by: tove.id };
};
const fit = (padSet: PadSet, rotorPairId = rotors.id): Fact => ({
  ...stamp(),
  kind: 'partsFitted',
  carId: car.id,
  jobId: JOB,
  axle: 'front',
  padSetId: padSet.id,
  rotorPairId,
  changed: 'both',
});
/** Without a run: what a lead states. */
const look = (decision: BeddingDecision, over: object = {}): Fact => ({
  ...stamp(),
  by: ines.id,
  kind: 'beddingLook',
  carId: car.id,
  runId: null,
  axle: 'front',
  padSetId: pads.id,
  rotorPairId: rotors.id,
  faces: cornersOf('front').flatMap((corner) =>
    (['inner', 'outer'] as const).map((side) => ({ corner, side, seen: ['even' as const] })),
  ),
  driverSays: [],
  decision,
  reason: '',
  photoIds: [],
  ...over,
});
/** A cycle of eight, of which so many counted. */
const drivenIn = (runId: string, isCounted: number, cooledS = 300): Fact => ({
  ...stamp(),
  kind: 'beddingDriven',
  carId: car.id,
  runId,
  cycle: 1,
  speedFrom: 'tap',
  wanted: 8,
  applications: Array.from({ length: 8 }, (_, i) => ({
    startS: 20 * i,
    seconds: 3,
    fromKmh: 100,
    toKmh: 10,
    decelG: 0.7,
    isCounted: i < isCounted,
    isTapped: true,
    faults: [],
    faceC: null,
  })),
  cooledS,
  coolingWantedS: 300,
  hotStops: 0,
  fileId: null,
  endedBecause: '',
});
const refaced = (how: 'turned' | 'cleaned'): Fact => ({
  ...stamp(),
  kind: 'rotorsRefaced',
  rotorPairId: rotors.id,
  how,
});
const road = (km: number): Fact => ({ ...stamp(), kind: 'roadUse', carId: car.id, km });
const withFacts = (facts: Fact[], records: Partial<Records> = {}): Logbook =>
  book(
    {
      shops: [shop],
      cars: [car],
      crew: [tove, ines],
      venues: [venue],
      padSets: sets,
      rotorPairs: [rotors, otherRotors],
      ...records,
    },
    facts,
  );
const seenAt = (corner: Corner, transferLayer: string, over: object = {}): Fact =>
  ({ ...rotor(corner, 31, { transferLayer: transferLayer as never, ...over }), ...stamp(), carId: car.id }) as Fact;
/** Both faces of an axle looked at and even. */
const even = (axle: 'front' | 'rear'): Fact[] => cornersOf(axle).map((corner) => seenAt(corner, 'even'));
const front = (facts: Fact[], today = TODAY) => layerOnAxle(withFacts(facts), car, 'front', today);

test('green until somebody has looked and accepted', () => {
  expect(front([fit(pads)]).state).toBe('green');
  expect(tell(front([fit(pads)]).finding!)).toBe(
    'Front pads P-1 on R-1 are green. Bed them before they are used hard.',
  );
  expect(front([fit(pads), look('anotherCycle')]).state).toBe('green');
  expect(tell(front([fit(pads), look('turn')]).finding!)).toBe(
    'Front pads P-1 on R-1: turn the rotors, then bed again.',
  );
  expect(front([fit(pads), look('accept')])).toMatchObject({ state: 'bedded', finding: null });
});

test('driven is not bedded: somebody must look', () => {
  const run = { ...stamp(), kind: 'beddingBegun' as const };
  const procedure = {
    procedureId: newId(),
    procedureVersion: 0,
    name: 'Own',
    author: 'shop' as const,
    source: '',
    compoundId: null,
    use: 'track' as const,
    isMachine: false,
    series: [],
    cooling: { minutes: 5, kmh: 60 },
    cycles: 1,
    places: [],
    aimsAtC: null,
    notes: '',
  };
  const fitted = fit(pads);
  const begun: Fact = {
    ...run,
    ...stamp(),
    carId: car.id,
    axles: ['front'],
    procedure,
    reason: '',
    place: 'closedCourse',
    airTempC: 15,
    hasTapedDucts: false,
    checks: [],
  };
  const driven = drivenIn(begun.id, 8);
  expect(front([fitted, begun, driven]).state).toBe('driven');
  expect(front([fitted, begun, driven, look('accept', { runId: begun.id })]).state).toBe('bedded');
  // Half of it, or a stop too soft to count; cooled for a minute, and looked at at once; nothing driven at all.
  const state = (drive: Fact[]) => front([fitted, begun, ...drive, look('accept', { runId: begun.id })]);
  expect(state([drivenIn(begun.id, 4)])).toMatchObject({
    state: 'green',
    finding: { code: 'acceptedNotDriven', values: { counted: 4, wanted: 8 } },
  });
  expect(state([drivenIn(begun.id, 6)]).state).toBe('bedded');
  expect(state([])).toMatchObject({ finding: { code: 'acceptedNotDriven' } });
  expect(state([drivenIn(begun.id, 8, 60)])).toMatchObject({ state: 'green', finding: { code: 'acceptedNotCooled' } });
  const evening = look('accept', { runId: begun.id, ...stamp('2026-04-02T19:00:00.000Z') });
  expect(front([fitted, begun, drivenIn(begun.id, 8, 60), evening]).state).toBe('bedded');
  // Two halves are no whole: each cycle heats from cold.
  expect(state([drivenIn(begun.id, 4), drivenIn(begun.id, 4)]).state).toBe('green');
  // Driven before the parts went on, before they were turned, or before a look that asked for more: of another layer.
  const eight = drivenIn(begun.id, 8);
  for (const between of [fit(pads), refaced('turned'), look('anotherCycle', { runId: begun.id })])
    expect(front([fitted, begun, eight, between, look('accept', { runId: begun.id })])).toMatchObject({
      finding: { code: 'acceptedNotDriven', values: { counted: 0 } },
    });
  // The other axle was not in that run.
  expect(layerOnAxle(withFacts([fitted, begun, driven]), car, 'rear', TODAY).state).toBe('unknown');
});

test('without a run anybody may state how a pair came in; of what was put on here, or was found to want bedding, a lead alone', () => {
  const said = { by: tove.id };
  const state = (...facts: Fact[]): string => front(facts).state;
  const came = { ...fit(pads), changed: 'none' } as Fact;
  expect(state(came, look('accept', said))).toBe('bedded');
  // Written down in one go with what is on the car.
  const fitted = fit(pads);
  expect(state(fitted, look('accept', { ...said, at: fitted.at }))).toBe('bedded');
  expect(state(fit(pads), look('accept', said))).toBe('green');
  expect(state(fit(pads), look('accept'))).toBe('bedded');
  expect(state(came, look('anotherCycle', said), look('accept', said))).toBe('green');
  expect(state(came, refaced('turned'), look('accept', said))).toBe('green');
  expect(state(came, refaced('turned'), look('accept'))).toBe('bedded');
});

test('ticked off in the work list it was driven, and no more: the faces are looked at', () => {
  const fitted = fit(pads);
  const ticked: Fact = {
    ...stamp(),
    kind: 'workDone',
    carId: car.id,
    jobId: JOB,
    items: ['bedding.front'],
    minutes: null,
  };
  expect(front([fitted, ticked])).toMatchObject({ state: 'driven', finding: { code: 'pairNotLookedAt' } });
  expect(front([fitted, ticked, seenAt('FL', 'even')])).toMatchObject({ state: 'driven' });
  expect(front([fitted, ticked, ...even('front')])).toMatchObject({ state: 'bedded', finding: null });
  expect(front([fitted, ...even('front')])).toMatchObject({ state: 'green' });
});

test('what takes the bedded state away, in words', () => {
  const bedded = [fit(pads), look('accept')];
  expect(tell(front([...bedded, refaced('turned')]).finding!)).toBe(
    'Front pads P-1 on R-1: the rotors were turned. Bed again.',
  );
  const met = [...bedded, fit(otherCompound), fit(pads)];
  expect(tell(front(met).finding!)).toBe(
    'Front pads P-1 on R-1: the rotors have met Lantry Road since. Clean them, then bed again.',
  );
  // The same compound in another set leaves the layer as it is.
  expect(front([...bedded, fit(sameCompound), fit(pads)]).state).toBe('bedded');
});

test('cold use, days, words and a thin layer remind; a new look ends it', () => {
  const bedded = [fit(pads), look('accept')];
  expect(front([...bedded, road(500)]).state).toBe('bedded');
  expect(tell(front([...bedded, road(500), road(400)]).finding!)).toBe(
    'Front pads P-1 on R-1: 900 km on the road since they were bedded; from 800 km on the layer is taken to be worn. Bed again.',
  );
  expect(front([...bedded, road(900), look('accept')]).state).toBe('bedded');
  expect(front(bedded, '2026-07-29').state).toBe('bedded');
  expect(front(bedded, '2026-07-31')).toMatchObject({ state: 'worn', finding: { verdict: 'watch' } });
  const says = (complaint: 'squeal' | 'firmNoBite'): Fact => ({
    ...stamp(),
    kind: 'driverReport',
    carId: car.id,
    jobId: JOB,
    complaints: [complaint],
    words: '',
  });
  expect(tell(front([...bedded, says('firmNoBite')]).finding!)).toContain('the bite is gone');
  expect(front([...bedded, says('squeal')]).state).toBe('worn');
});

test('bedded ahead on a machine: away, back in a box, then on the car as it is', () => {
  const sent: Fact = {
    ...stamp(),
    kind: 'sentForBedding',
    padSetId: pads.id,
    rotorPairId: rotors.id,
    to: 'Corran',
    backOn: '2026-04-20',
    costMinor: 8500,
  };
  const back: Fact = {
    ...stamp(),
    kind: 'backFromBedding',
    padSetId: pads.id,
    rotorPairId: rotors.id,
    sentId: sent.id,
    isBedded: true,
    costMinor: 8500,
  };
  expect(layerOfPair(withFacts([sent]), pads, rotors).state).toBe('green');
  expect(layerOfPair(withFacts([sent, back]), pads, rotors).state).toBe('bedded');
  expect(front([sent, back, fit(pads)]).state).toBe('bedded');
  expect(front([sent, { ...back, isBedded: false }, fit(pads)]).state).toBe('green');
});

test('bedded parts only: a green pair stops the car at that event, and the work list asks for it', () => {
  const e = event({ beddedPartsOnly: true });
  const b = bookingOf(e);
  const at = (facts: Fact[]): Logbook => withFacts(facts, { events: [e], bookings: [b] });
  const gate = (facts: Fact[], of: typeof e | null = e) =>
    judgeCar(at(facts), car, of, TODAY).gates.find((g) => g.gate === 'bedding')!;
  expect(gate([fit(pads)]).verdict).toBe('stop');
  expect(gate([fit(pads)], null).verdict).toBe('needsWork');
  expect(gate([...even('rear'), fit(pads), look('accept')])).toMatchObject({
    verdict: 'inOrder',
    headline: { code: 'beddingInOrder' },
  });
  const items = workOfBooking(at([fit(pads)]), b, TODAY);
  expect(keys(items)).toContain('bedding.front');
  expect(find(items, 'bedding.front').reasons[0]!.from).toMatchObject({ owner: 'organiser' });
  expect(keys(workOfBooking(at([fit(pads), look('accept')]), b, TODAY))).not.toContain('bedding.front');
  // Nobody holds a car for a layer that has worn: it comes back on the track, and is reminded of.
  expect(gate([...even('rear'), fit(pads), look('accept'), road(900)]).verdict).toBe('watch');
});

describe('parts that have run, and nobody has written down how they were bedded', () => {
  const rear = (facts: Fact[]) => layerOnAxle(withFacts(facts), car, 'rear', TODAY);
  test.each([
    ['nobody has looked', [], 'unknown'],
    ['both even', ['even', 'even'], 'bedded'],
    ['one side alone', ['even'], 'unknown'],
    ['silver at one', ['even', 'thin'], 'worn'],
    ['blotches', ['even', 'blotchy'], 'unknown'],
    ['rust', ['rusty', 'even'], 'unknown'],
  ] as [string, string[], string][])('%s', (_, seen, state) => {
    const [left, right] = cornersOf('rear');
    expect(rear(seen.map((layer, i) => seenAt(i === 0 ? left : right, layer))).state).toBe(state);
  });
  test('measured without a look at the faces tells nothing', () => {
    expect(rear(cornersOf('rear').map((corner) => seenAt(corner, 'even', { isSeen: false }))).state).toBe('unknown');
  });
  test('what was seen before the parts had run is of what ran there before', () => {
    const early = event({ startDate: '2026-04-20', endDate: '2026-04-20' });
    const state = (facts: Fact[]) =>
      layerOnAxle(withFacts(facts, { events: [early], bookings: [bookingOf(early)] }), car, 'front', TODAY).state;
    const later = even('front').map((f) => ({ ...f, ...stamp('2026-04-21T08:00:00.000Z') }));
    expect(state([fit(pads)])).toBe('unknown');
    expect(state([fit(pads), ...even('front')])).toBe('unknown');
    expect(state([fit(pads), ...later])).toBe('bedded');
  });
  test('under bedded parts only it is no good news: the car is held, and a look is in the work list, not a bedding', () => {
    const e = event({ beddedPartsOnly: true });
    const b = bookingOf(e);
    const at = (facts: Fact[]): Logbook => withFacts(facts, { events: [e], bookings: [b] });
    const gate = (facts: Fact[]) => judgeCar(at(facts), car, e, TODAY).gates.find((g) => g.gate === 'bedding')!;
    expect(gate([])).toMatchObject({ verdict: 'needsWork', headline: { code: 'layerUnknown' } });
    expect(gate([...even('front'), ...even('rear')]).verdict).toBe('inOrder');
    const items = keys(workOfBooking(at([]), b, TODAY));
    expect(items).toContain('measure');
    expect(items.filter((key) => key.startsWith('bedding'))).toEqual([]);
    // Nobody asks for it: said, and holds nothing up.
    expect(judgeCar(withFacts([]), car, null, TODAY).gates.find((g) => g.gate === 'bedding')!.verdict).toBe('watch');
  });
});

test('tape that is still on after a run was accepted is asked for', () => {
  const begun: Fact = {
    ...stamp(),
    kind: 'beddingBegun',
    carId: car.id,
    axles: ['front'],
    procedure: {
      procedureId: newId(),
      procedureVersion: 0,
      name: 'Own',
      author: 'shop',
      source: '',
      compoundId: null,
      use: 'track',
      isMachine: false,
      series: [],
      cooling: { minutes: 5, kmh: 60 },
      cycles: 1,
      places: [],
      aimsAtC: null,
      notes: '',
    },
    reason: '',
    place: 'road',
    airTempC: 10,
    hasTapedDucts: true,
    checks: [],
  };
  const codes = (facts: Fact[]): string[] =>
    judgeCar(withFacts(facts), car, null, TODAY)
      .gates.find((g) => g.gate === 'bedding')!
      .findings.map((f) => f.code);
  const accepted = [...even('rear'), fit(pads), begun, drivenIn(begun.id, 8), look('accept', { runId: begun.id })];
  expect(codes(accepted)).toEqual(['ductsStillTaped']);
  expect(codes([...accepted, { ...stamp(), kind: 'ductsUntaped', carId: car.id, runId: begun.id }])).toEqual([]);
});

type Step = 'fitOwn' | 'fitSame' | 'fitOther' | 'ownOnOther' | 'accept' | 'reject' | 'turn' | 'box';
/** The second opinion: one flag that goes up with an acceptance and down with whatever spoils it. */
function opinion(steps: readonly Step[]): boolean {
  let isBedded = false;
  for (const s of steps) {
    if (s === 'accept' || s === 'box') isBedded = true;
    if (s === 'reject' || s === 'turn' || s === 'fitOther') isBedded = false;
    // R-2 has met nothing but these pads: being on it takes nothing away.
  }
  return isBedded;
}

test('property: a bedded state never survives another compound, a lathe or a refusal, in whatever order they come', () => {
  const steps = fc.array(
    fc.constantFrom<Step>('fitOwn', 'fitSame', 'fitOther', 'ownOnOther', 'accept', 'reject', 'turn', 'box'),
    { maxLength: 14 },
  );
  fc.assert(
    fc.property(steps, fc.boolean(), (list, isReversed) => {
      const facts = list.map((s): Fact => {
        switch (s) {
          case 'fitOwn':
            return fit(pads);
          case 'fitSame':
            return fit(sameCompound);
          case 'fitOther':
            return fit(otherCompound);
          case 'ownOnOther':
            return fit(pads, otherRotors.id);
          case 'accept':
            return look('accept');
          case 'reject':
            return look('cleanAndAgain');
          case 'turn':
            return refaced('turned');
          case 'box':
            return {
              ...stamp(),
              kind: 'backFromBedding',
              padSetId: pads.id,
              rotorPairId: rotors.id,
              sentId: newId(),
              isBedded: true,
              costMinor: null,
            };
        }
      });
      const state = layerOfPair(withFacts(isReversed ? [...facts].reverse() : facts), pads, rotors).state;
      expect(state === 'bedded').toBe(opinion(list));
    }),
    { numRuns: 300 },
  );
});
