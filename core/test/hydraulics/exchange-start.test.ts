import fc from 'fast-check';
import { judgeExchangeStart, judgeOverfill, judgePressure } from '../../src/hydraulics';
import { toCanonical } from '../../src/units';
import { exchangeMethod } from '../../src/model/schemas/service';
import { makeCar } from '../builders/book';
import { begun } from '../builders/service-book';

const car = makeCar({ reservoirMinMl: 120, reservoirMaxMl: 280, pressureCeilingKpa: 140 });
const usual = {
  method: 'pressureAir' as const,
  sequence: 'farthestFirst' as const,
  levelMl: 280,
  drawnOffMl: 0,
  refillMl: 0,
  pressureKpa: 100,
};
const nobody = { begun: null };
const start = (over: Partial<Parameters<typeof judgeExchangeStart>[1]> = {}, of = car, progress: object = nobody) =>
  judgeExchangeStart(of, { ...usual, ...over }, progress as typeof nobody).map((f) => [f.code, f.verdict]);

describe('judgePressure', () => {
  it.each([
    [140, null],
    [140.1, 'stop'],
    // Common practice, no source: 10 to 15 psi is usual, some go to 25; a car of 1.4 bar takes 20 psi and not 25.
    [toCanonical(10, 'psi'), null],
    [toCanonical(20, 'psi'), null],
    [toCanonical(25, 'psi'), 'stop'],
    [toCanonical(1.7, 'bar'), 'stop'],
  ] as const)('%s kPa on a car that takes 140: %s', (kpa, verdict) => {
    expect(judgePressure(kpa, 140)?.verdict ?? null).toBe(verdict);
  });

  it('says nothing of a car whose ceiling nobody knows', () => {
    expect(judgePressure(300, null)).toBeNull();
  });

  it('takes what it is told in the unit that it was read in: 2 bar is a stop, 2 kPa is not', () => {
    expect(judgePressure(toCanonical(2, 'bar'), 140)).toMatchObject({
      code: 'pressureOverCeiling',
      values: { pressure: { value: 200, measure: 'pressure' }, ceiling: { value: 140, measure: 'pressure' } },
    });
    expect(judgePressure(toCanonical(2, 'kPa'), 140)).toBeNull();
  });
});

describe('judgeOverfill', () => {
  it('lets a reservoir stand as far over MAX as a thumb misreads it, and no farther', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 3000, noNaN: true }),
        fc.double({ min: 0, max: 6000, noNaN: true }),
        (maxMl, levelMl) => {
          const said = judgeOverfill(levelMl, { reservoirMaxMl: maxMl }, 'watch');
          if (levelMl <= maxMl) expect(said).toBeNull();
          if (levelMl > maxMl * 1.06) expect(said).toMatchObject({ code: 'reservoirOverfilled', verdict: 'watch' });
          expect(judgeOverfill(levelMl, { reservoirMaxMl: maxMl }, 'stop')?.verdict ?? null).toBe(said ? 'stop' : null);
        },
      ),
    );
  });
});

describe('judgeExchangeStart', () => {
  it('has nothing to say of a usual one', () => {
    expect(start()).toEqual([]);
    expect(start({ method: null, pressureKpa: null })).toEqual([]);
  });

  it('judges the pressure of the methods that have one, and of no other', () => {
    for (const method of exchangeMethod.options) {
      const isPressed = method === 'pressureAir' || method === 'pressureFed';
      expect(start({ method, pressureKpa: 200 })).toEqual(isPressed ? [['pressureOverCeiling', 'stop']] : []);
    }
    expect(start({ pressureKpa: null })).toEqual([]);
  });

  it('a reservoir that would run over is a stop: what is drawn off first makes room', () => {
    expect(start({ drawnOffMl: 200, refillMl: 200 })).toEqual([]);
    expect(start({ refillMl: 100 })).toEqual([['reservoirOverfilled', 'stop']]);
    expect(start({ levelMl: 180, refillMl: 100 })).toEqual([]);
  });

  it('says that the maker’s sheet has another sequence, only where the car keeps to it', () => {
    const bySheet = makeCar({
      ...car,
      sequenceSchool: 'makerSheet',
      makerSequence: ['FL', 'FR', 'RL', 'RR'],
      makerSequenceSource: 'Manual 4-15',
    });
    expect(start({}, bySheet)).toEqual([['makerSequenceDiffers', 'watch']]);
    expect(start({ sequence: 'makerSheet' }, bySheet)).toEqual([]);
  });

  it('says that every nipple is asked for again where one has begun', () => {
    expect(start({}, car, { begun: begun() })).toEqual([['exchangeAnew', 'watch']]);
  });

  it('says everything that there is to say at once', () => {
    expect(start({ pressureKpa: 200, refillMl: 200 }, car, { begun: begun() }).map(([code]) => code)).toEqual([
      'exchangeAnew',
      'pressureOverCeiling',
      'reservoirOverfilled',
    ]);
  });
});
