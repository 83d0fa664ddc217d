import fc from 'fast-check';
import { lawOfMinutes, lawsOf } from '../../src/queue';
import { LEAD, at, begun, entryOf, moveOf, queueBook } from '../builders/queue-book';

describe('how long work takes', () => {
  it('is the usual figure while nothing is on record, with a wide law', () => {
    const law = lawOfMinutes(20, []);
    expect(Math.exp(law.mu)).toBeCloseTo(20, 9);
    expect(law.sigma).toBeCloseTo(0.4, 9);
    // Eight in ten between 12 and 33.
    expect(Math.exp(law.mu - 1.2816 * law.sigma)).toBeCloseTo(11.98, 1);
    expect(Math.exp(law.mu + 1.2816 * law.sigma)).toBeCloseTo(33.4, 1);
  });

  it('is the posterior of a normal law with unknown mean and spread, as a grid finds it (Gelman et al., Bayesian Data Analysis, 3rd ed., 3.3, from memory)', () => {
    const taken = [31, 26, 40, 35, 29];
    const [mu0, k, v, s0] = [Math.log(20), 2, 4, 0.4 ** 2];
    let [mass, meanOfMu, precision] = [0, 0, 0];
    for (let mu = 2; mu < 5; mu += 0.005)
      for (let variance = 0.002; variance < 2; variance *= 1.02) {
        // Log prior: scaled inverse chi square for the variance, normal for the mean given it; steps of the grid grow with the variance.
        const prior =
          -(v / 2 + 1) * Math.log(variance) -
          (v * s0) / (2 * variance) -
          0.5 * Math.log(variance) -
          (k * (mu - mu0) ** 2) / (2 * variance);
        const seen = taken.reduce(
          (sum, m) => sum - 0.5 * Math.log(variance) - (Math.log(m) - mu) ** 2 / (2 * variance),
          0,
        );
        const w = Math.exp(prior + seen) * variance;
        mass += w;
        meanOfMu += w * mu;
        precision += w / variance;
      }
    const law = lawOfMinutes(20, taken);
    expect(law.mu).toBeCloseTo(meanOfMu / mass, 3);
    expect(1 / law.sigma ** 2).toBeCloseTo(precision / mass, 1);
    expect(law.records).toBe(5);
  });

  it('comes to what the shop takes, the more the more it has on record, and one wild figure moves it little', () => {
    const few = lawOfMinutes(20, [40, 42]);
    const many = lawOfMinutes(
      20,
      Array.from({ length: 40 }, (_, i) => 38 + (i % 5)),
    );
    expect(Math.exp(few.mu)).toBeGreaterThan(25);
    expect(Math.exp(few.mu)).toBeLessThan(Math.exp(many.mu));
    expect(Math.exp(many.mu)).toBeCloseTo(39, -1);
    expect(many.muSd).toBeLessThan(few.muSd);
    const steady = Array.from({ length: 10 }, () => 20);
    expect(Math.exp(lawOfMinutes(20, [...steady, 1440]).mu)).toBeLessThan(24);
  });

  it('is a law of finite figures whatever is on record', () => {
    fc.assert(
      fc.property(
        fc.array(fc.oneof(fc.double(), fc.constant(0), fc.integer({ min: -10, max: 100_000 })), { maxLength: 30 }),
        (taken) => {
          const law = lawOfMinutes(25, taken);
          for (const figure of [law.mu, law.sigma, law.muSd]) expect(Number.isFinite(figure)).toBe(true);
          expect(law.sigma).toBeGreaterThan(0);
        },
      ),
    );
  });

  it('learns its pace from cars that are done: pauses do not count', () => {
    const entries = Array.from({ length: 8 }, () => entryOf({ wants: [{ work: 'reTorque', axle: null }] }));
    const done = (minutes: number) =>
      entries.flatMap((e) => [
        begun(e, at('10:00')),
        moveOf(e, '10:05', { move: 'paused', why: 'Called away' }),
        begun(e, '11:00', LEAD),
        moveOf(e, new Date(Date.parse(at('11:00')) + (minutes - 5) * 60_000).toISOString(), {
          move: 'done',
          shown: ['nutsTorqued'],
        }),
      ]);
    const pace = (minutes: number) => lawsOf(queueBook(entries, done(minutes)), at('18:00')).pace;
    expect(pace(15).mu).toBeCloseTo(0, 6);
    expect(pace(30).mu).toBeGreaterThan(0.2);
    expect(pace(7.5).mu).toBeLessThan(-0.2);
    expect(pace(30).records).toBe(8);
    expect(pace(30).sd).toBeLessThan(0.15);
  });
});
