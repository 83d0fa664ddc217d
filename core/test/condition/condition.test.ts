/** What stands against a car, and how it ends. Cures and proofs are common practice, no source. */
import { type Fault, conditionOf, faultTable, hotFluidMl, standingFaults, voidTable } from '../../src/condition';
import {
  type Fact,
  type FaultKind,
  causes,
  diagnosticChecks,
  faultKinds,
  proofs,
  shopDefaults,
  traceOf,
} from '../../src/model';
import { cureTable } from '../../src/condition';
import { checkTable } from '../../src/suspects';
import { outcomeTable } from '../../src/condition/tables';
import { newId } from '../builders/book';
import { LEAD, TECH, at as atService, checks, judged, pedal, wholeService } from '../builders/service-book';
import { bookEvent, flushed } from '../builders/track-records';
import {
  check,
  clock,
  fact,
  hot,
  recheck,
  repair,
  session,
  torqued,
  trackBook,
  trackCar,
} from '../builders/track-book';

const first = session('09:00', '09:20');
const faultsOf = (facts: readonly Fact[]): readonly Fault[] => conditionOf(trackBook(facts), trackCar).faults;
const stateOf = (facts: readonly Fact[], kind: FaultKind): string | undefined =>
  faultsOf(facts).find((f) => f.kind === kind)?.state;
const letPass = (time: string, f: Fault, over: object = {}): Fact =>
  fact(time, {
    kind: 'faultLetPass',
    fault: f.kind,
    corner: f.place.corner ?? null,
    axle: f.place.axle ?? null,
    foundId: f.found.at(-1)!.id,
    until: 'nextSession',
    eventId: null,
    reason: 'Watched.',
    by: LEAD,
    ...over,
  });

describe('the tables', () => {
  test('every fault that stops a car can be cured, and what was done is shown, but for a referral', () => {
    for (const kind of faultKinds) {
      const row = faultTable[kind];
      if (row.gravity !== 'stop') continue;
      // Play that is felt by hand is measured: in its limit, or a fault of its own.
      expect([kind, row.cures.length > 0 || kind === 'playFelt']).toEqual([kind, true]);
      expect([kind, row.proofs.length > 0 || kind === 'referred']).toEqual([kind, true]);
    }
  });
  test('every cause wants something done and something shown', () => {
    for (const cause of causes)
      expect(Math.min(cureTable[cause].cures.length, cureTable[cause].proofs.length)).toBeGreaterThan(0);
  });
  test('what a check of a diagnosis is said to find is among its outcomes', () => {
    for (const name of diagnosticChecks) {
      const said = [...Object.keys(outcomeTable[name].faults), ...Object.keys(outcomeTable[name].shows)];
      expect(checkTable[name].outcomes).toEqual(expect.arrayContaining(said));
    }
  });
  test('whatever opens the hydraulics asks for the pedal again', () => {
    for (const act of [
      'bled',
      'flushed',
      'jointSealed',
      'hoseReplaced',
      'caliperReplaced',
      'masterCylinderReplaced',
    ] as const)
      expect(voidTable[act]).toContain('pedalFirm');
    expect(proofs).toContain('pedalFirm');
  });
});

describe('what was found', () => {
  const gravel = check('09:30', first, 'debris', [['gravelInCaliper', 'FL']]);
  test('is the car’s: it stands in the next session, and at the next event', () => {
    const second = session('10:30', '10:50');
    const clean = check('10:55', second, 'debris');
    expect(stateOf([first, gravel, second, clean], 'gravelInCaliper')).toBe('open');
  });
  test('ends by what cures it and by what shows it, at its place, in that order', () => {
    const [cleared, seen] = [repair('09:40', 'debrisCleared', 'FL'), recheck('09:45', 'clear', 'FL')];
    expect(stateOf([first, gravel, cleared], 'gravelInCaliper')).toBe('open');
    expect(stateOf([first, gravel, seen], 'gravelInCaliper')).toBe('open');
    expect(stateOf([first, gravel, cleared, seen], 'gravelInCaliper')).toBe('cured');
    expect(stateOf([first, gravel, repair('09:40', 'debrisCleared', 'FR'), seen], 'gravelInCaliper')).toBe('open');
    expect(stateOf([first, repair('09:25', 'debrisCleared', 'FL'), gravel, seen], 'gravelInCaliper')).toBe('open');
    // Found again after the cure: the cure was none.
    const again = check('09:50', first, 'debris', [['gravelInCaliper', 'FL']]);
    expect(stateOf([first, gravel, cleared, seen, again], 'gravelInCaliper')).toBe('open');
  });
  test('a crack that is typed shorter the second time is no shorter', () => {
    const crack = (time: string, lengthMm: number): Fact =>
      ({
        ...check(time, first, 'faces', [['crack', 'FL']]),
        faults: [{ fault: 'crack', corner: 'FL', lengthMm }],
      }) as Fact;
    const verdict = (facts: readonly Fact[]) => faultsOf(facts)[0]!.finding.verdict;
    expect(verdict([first, crack('09:30', 4)])).toBe('needsWork');
    expect(verdict([first, crack('09:30', 18), crack('09:35', 4)])).toBe('stop');
  });
  test('looked at again and not right is found again', () => {
    const wrong = recheck('09:45', 'wheelFree', 'FL', { isRight: false });
    expect(faultsOf([first, wrong]).map((f) => [f.kind, f.place, f.finding.verdict])).toEqual([
      ['wheelDrags', { corner: 'FL' }, 'stop'],
    ]);
  });
  test('a lead lets it pass until after the next session, or to the end of this event, and no further', () => {
    const [fault] = faultsOf([first, gravel]);
    const passed = letPass('09:50', fault!);
    expect(stateOf([first, gravel, passed], 'gravelInCaliper')).toBe('letPass');
    expect(stateOf([first, gravel, letPass('09:50', fault!, { by: TECH })], 'gravelInCaliper')).toBe('open');
    expect(stateOf([first, gravel, passed, session('10:30', '10:50')], 'gravelInCaliper')).toBe('open');
    const event = letPass('09:50', fault!, { until: 'endOfEvent', eventId: bookEvent.id });
    const facts = [first, gravel, event, session('10:30', '10:50')];
    expect(stateOf(facts, 'gravelInCaliper')).toBe('letPass');
    const kinds = (eventId: string): string[] => standingFaults(trackBook(facts), trackCar, eventId).map((f) => f.kind);
    expect(kinds(bookEvent.id)).toEqual([]);
    expect(kinds(newId())).toEqual(['gravelInCaliper']);
  });
  test('fluid that boiled: a spoonful is no cure; what was hot comes out at each corner, then the pedal', () => {
    const boiled = fact('09:25', { kind: 'heatReading', read: { instrument: 'fluidBoiled' }, takenWith: 'byHand' });
    const draw = (ml: number): Fact => {
      const made = flushed(trackCar.id, clock('09:40')) as Extract<Fact, { kind: 'fluidExchange' }>;
      const corners = made.corners.map((c) => ({ ...c, volumeMl: ml }));
      return { ...made, scope: 'heatAffected', corners } as Fact;
    };
    // 8 mm behind two bores of 38 mm on both sides, and 10 mL beside them.
    expect(hotFluidMl(trackCar, 'FL')).toBe(47);
    expect(faultsOf([first, boiled, draw(20)])[0]).toMatchObject({
      state: 'open',
      finding: { code: 'notEnoughDrawn' },
    });
    expect(stateOf([first, boiled, draw(60)], 'boiled')).toBe('cured');
  });
  test('one corner far above its neighbour while the car pulls drags, and stops it; a cooler reading takes nothing back', () => {
    const pulls = session('09:00', '09:20', { complaints: ['pulls'], isNothingToSay: false });
    const read = (s: Fact): Fact[] => [hot('09:21', s, 'FL', 200, 60), hot('09:22', s, 'FR', 350, 60)];
    expect(stateOf([first, ...read(first)], 'cornerHotter')).toBe('open');
    expect(stateOf([pulls, ...read(pulls)], 'cornerDrags')).toBe('open');
    expect(stateOf([pulls, ...read(pulls), hot('09:25', pulls, 'FR', 205, 60)], 'cornerDrags')).toBe('open');
  });
  test('a complaint whose cause nobody named is over when every suspect is ruled out', () => {
    const soft = session('09:00', '09:20', { complaints: ['softFromCold'], isNothingToSay: false });
    const [fault] = faultsOf([soft]);
    expect(fault!.suspects).toEqual(expect.arrayContaining(['airInSystem', 'leak']));
    const shown = fault!.missing.map(({ proof, place }, i) => recheck(`09:3${i}`, proof, place.corner ?? null));
    expect(stateOf([soft, ...shown.slice(1)], 'softFromCold')).toBe('open');
    expect(stateOf([soft, ...shown], 'softFromCold')).toBe('cured');
  });
  test('how likely a suspect must be is the shop’s to say', () => {
    const soft = session('09:00', '09:20', { complaints: ['softFromCold'], isNothingToSay: false });
    const suspectsAt = (suspectSharePercent: number): readonly string[] =>
      conditionOf(trackBook([soft], { shops: [{ ...shopDefaults, suspectSharePercent }] }), trackCar).faults[0]!
        .suspects;
    expect(suspectsAt(30).length).toBeLessThan(suspectsAt(10).length);
    expect(suspectsAt(10).length).toBeLessThan(suspectsAt(1).length);
    expect(suspectsAt(1)).toEqual(expect.arrayContaining([...suspectsAt(10)]));
  });
  test('a wheel that was off wants its nuts, in whatever look comes next', () => {
    const freed = [repair('09:40', 'bearingAdjusted', 'FL')];
    const voided = (facts: readonly Fact[]): string[] =>
      conditionOf(trackBook(facts), trackCar).voided.map((v) => `${v.proof} ${v.place.corner ?? ''}`);
    expect(voided([first, ...freed])).toEqual(['noPlay FL', 'torqued FL']);
    expect(voided([first, ...freed, ...torqued('09:50')])).toEqual(['noPlay FL']);
  });
});

describe('carried into a service', () => {
  const facts = wholeService();
  test('what a list found in an earlier job holds this one, until it is cured and shown; the lead’s waiver ends with the next session', () => {
    const earlier = {
      ...checks('fit.front', [['clips', null, 'fault']]),
      jobId: newId(),
      at: '2026-04-01T09:00:00.000Z',
    } as Fact;
    const { gate } = judged([earlier, ...facts]);
    expect(gate.holds.map((h) => h.finding.code)).toEqual(['checkFault']);
    const waived = {
      ...atService(),
      kind: 'holdWaived',
      finding: traceOf(gate.holds[0]!.finding),
      reason: 'Clips come on Friday.',
      by: LEAD,
    } as Fact;
    expect(judged([earlier, ...facts, waived]).gate.canRelease).toBe(true);
    const put = {
      ...atService(),
      kind: 'repairDone',
      repair: 'putRight',
      axle: 'front',
      corner: null,
      words: '',
    } as unknown as Fact;
    expect(judged([earlier, ...facts, put, checks('fit.front', [['clips', null, 'ok']])]).gate.holds).toEqual([]);
  });
  test('a pedal that was soft before anything was opened stands until something was done that can cure it', () => {
    const soft = pedal('baseline', { feel: 'soft' });
    expect(judged([...facts, soft, pedal('gate')]).gate.stops.map((f) => f.code)).toContain('pedalSoft');
  });
});
