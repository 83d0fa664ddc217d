import { defaultBrakeSheet } from '../../src/logbook';
import fc from 'fast-check';
import { type Fact, type Finding, cornersOf } from '../../src/model';
import { judgeService, stepOfFinding } from '../../src/service';
import {
  begun,
  car,
  checks,
  drawn,
  job,
  judged,
  logbookOf,
  pads,
  pedal,
  rotor,
  torqueSet,
  wheelBearing,
  wholeService,
} from '../builders/service-book';
import { within } from '../builders/budget';
import { records, services } from '../builders/technician';

const whole = judged(wholeService());
const stepOf = (code: string, place: Finding['place'] = {}, values: Finding['values'] = {}): string | null =>
  stepOfFinding(whole, { code, verdict: 'stop', place, values })?.key ?? null;
/** Where the stops and holds of a service lead, by their code. */
const led = (spoil: () => Fact): Record<string, string | null> => {
  const s = judged([...wholeService(), spoil()]);
  const found = [...s.gate.stops, ...s.gate.holds.map((h) => h.finding)];
  return Object.fromEntries(found.map((f) => [f.code, stepOfFinding(s, f)?.key ?? null]));
};

describe('a tap on a hold', () => {
  it.each([
    ['padCondition', { corner: 'RL' }, 'pads.RL'],
    ['padNearHat', { corner: 'FR' }, 'pads.FR'],
    ['crackToEdge', { corner: 'FL' }, 'rotor.FL'],
    ['wheelBearingPlayTooHigh', { corner: 'RR' }, 'wheelBearing.RR'],
    ['pedalGateOpen', {}, 'pedalGate'],
    ['levelUnderMin', {}, 'level'],
    ['checkFault', {}, 'look'],
    ['driverSays', {}, 'driver'],
  ] as const)('%s at %j opens %s', (code, place, step) => {
    expect(stepOf(code, place)).toBe(step);
  });

  it('goes through the fluid first where the pedal is soft or sinks: pumping again mends nothing', () => {
    expect(stepOf('pedalSoft')).toBe('exchange');
    expect(stepOf('pedalSinks')).toBe('exchange');
    expect(stepOf('pedalLong')).toBe('pedalGate');
  });

  it('opens wheel nuts at the wheel step, bleed nipples where they are bled, all else where its axle is torqued', () => {
    const { fasteners } = defaultBrakeSheet(car);
    const of = (group: string, axle: 'front' | 'rear') =>
      fasteners.find((f) => f.group === group && f.axle === axle)!.key;
    expect(stepOf('torqueLow', { fastener: of('wheel', 'front'), corner: 'FL' })).toBe('wheels');
    expect(stepOf('torqueLow', { fastener: of('bleedNipple', 'front'), corner: 'FL' })).toMatch(/^bleed\.\d$/);
    // Nothing was taken apart here: a bolt that nobody touched has no step.
    expect(stepOf('torqueLow', { fastener: of('bracket', 'rear'), corner: 'RL' })).toBeNull();
  });

  it('opens the nipple of its own corner, whichever turn it has', () => {
    for (const corner of [...cornersOf('front'), ...cornersOf('rear')]) {
      const turn = whole.exchange.steps.find((step) => step.corner === corner)!.index;
      expect(stepOf('nippleNotShut', { corner })).toBe(`bleed.${turn}`);
    }
    // Without a corner: the first that is still to be drawn.
    const before = wholeService();
    const exchange = begun();
    const half = judged([...before, exchange, drawn(exchange.id, 0), drawn(exchange.id, 1)]);
    const open = stepOfFinding(half, { code: 'exchangeUnfinished', verdict: 'stop', place: {}, values: {} });
    expect(open?.key).toBe('bleed.2');
  });

  it('leads a step that was skipped or not done back to itself', () => {
    for (const step of whole.steps)
      expect(
        stepOfFinding(whole, {
          code: 'stepSkipped',
          verdict: 'needsWork',
          place: { ...(step.corner ? { corner: step.corner } : {}), ...(step.axle ? { axle: step.axle } : {}) },
          values: { step: step.kind, turn: step.turn },
        })?.key,
      ).toBe(step.key);
  });

  it('leads nowhere where nothing in this service mends it, or nobody knows the code', () => {
    expect(stepOf('notBedded')).toBeNull();
    expect(stepOf('earlierWording')).toBeNull();
    expect(stepOf('aCodeOfAnotherVersion')).toBeNull();
  });

  it('leads from what was found to where it was found', () => {
    const wheel = defaultBrakeSheet(car).fasteners.find((f) => f.group === 'wheel')!;
    expect(led(() => pads('FL', 1))).toMatchObject({ padUnderLimit: 'decide' });
    expect(led(() => rotor('RR', 20, { crack: 'toEdge' }))).toMatchObject({ crackToEdge: 'rotor.RR' });
    expect(led(() => wheelBearing('RL', 3))).toMatchObject({ wheelBearingPlayTooHigh: 'wheelBearing.RL' });
    expect(led(() => torqueSet({ ...wheel, torqueNm: 40 }, 'FL'))).toMatchObject({ torqueLow: 'wheels' });
    expect(led(() => pedal('gate', { feel: 'soft' }))).toMatchObject({ pedalSoft: 'exchange' });
    expect(led(() => checks('look', [['hoses', 'FL', 'fault']]))).toMatchObject({ hoseFault: 'look' });
  });

  it('leads to a step of that very service, whatever a technician does', () => {
    const without = new Set<string>();
    fc.assert(
      fc.property(services, (list) => {
        const facts: Fact[] = wholeService();
        for (const make of list) {
          const fact = make(facts);
          if (fact) facts.push(fact);
        }
        const s = judgeService(logbookOf(facts, records), job, '2026-05-04')!;
        for (const f of [...s.gate.stops, ...s.gate.holds.map((h) => h.finding)]) {
          const step = stepOfFinding(s, f);
          if (!step) without.add(f.code);
          else {
            expect(s.steps).toContain(step);
            // Never another corner's step, nor another axle's.
            if (f.place.corner && step.corner && step.kind !== 'bleed') expect(step.corner).toBe(f.place.corner);
          }
        }
      }),
      within({ seconds: 4, atMost: 300, inTorture: 3000, seed: 20261127 }),
    );
    expect([...without].sort()).toEqual([]);
  });
});
