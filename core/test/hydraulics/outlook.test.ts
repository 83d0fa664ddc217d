import fc from 'fast-check';
import { afterRetraction, bottlesToOpen, drawOutlook, levelAtShare, reservoirFirst } from '../../src/hydraulics';

describe('the level while somebody types', () => {
  const fed = { begun: { method: 'pressureFed' } as never, levelMl: 280 };
  const byHand = { begun: { method: 'pedalTwo' } as never, levelMl: 200 };
  const typed = (volumeMl: number | null, toppedUpMl = 0, lowestMl: number | null = null) => ({
    volumeMl,
    toppedUpMl,
    lowestMl,
  });
  const at = { reservoirMinMl: 120, reservoirMaxMl: 300 };

  test('stop after level less MIN, alarm 20 mL before it', () => {
    expect(drawOutlook(at, byHand, typed(null), null)).toMatchObject({
      stopAfterMl: 80,
      alarmAfterMl: 60,
      nowMl: 200,
      finding: null,
    });
    expect(drawOutlook(at, byHand, typed(65), null)).toMatchObject({
      nowMl: 135,
      lowestMl: 135,
      finding: { code: 'topUpNow' },
      isUnderMin: false,
    });
    expect(drawOutlook(at, byHand, typed(90), null)).toMatchObject({
      nowMl: 110,
      isUnderMin: true,
      finding: { code: 'wouldGoUnderMin' },
    });
    expect(drawOutlook(at, fed, typed(500), null)).toMatchObject({ stopAfterMl: null, nowMl: 280, isUnderMin: false });
  });
  test('who tops up at the alarm stays above MIN; who saw it lower is believed', () => {
    expect(drawOutlook(at, byHand, typed(150, 140), null)).toMatchObject({
      nowMl: 190,
      lowestMl: 140,
      isUnderMin: false,
    });
    expect(drawOutlook(at, byHand, typed(150, 140, 100), null)).toMatchObject({ lowestMl: 100, isUnderMin: true });
  });
  test('a draw that is corrected gives its own millilitres back first', () => {
    expect(drawOutlook(at, byHand, typed(50), { volumeMl: 60, toppedUpMl: 10 })).toMatchObject({
      beforeMl: 250,
      nowMl: 200,
    });
  });
  test('level, drawn and topped up always add up, and nothing is under MIN that the sum keeps above it', () => {
    const ml = fc.integer({ min: 0, max: 400 });
    fc.assert(
      fc.property(fc.integer({ min: 120, max: 300 }), ml, ml, (levelMl, drawn, topped) => {
        const o = drawOutlook(at, { begun: { method: 'vacuum' } as never, levelMl }, typed(drawn, topped), null);
        expect(o.nowMl).toBe(Math.max(0, levelMl - drawn + topped));
        expect(o.isUnderMin).toBe(o.lowestMl < 120);
        if (topped > 0) expect(o.isUnderMin).toBe(false);
      }),
    );
  });
  test('after pistons went back; what to suck out first; bottles to open; marks of a reservoir', () => {
    const max = { reservoirMaxMl: 300, reservoirMinMl: 130 };
    expect(afterRetraction(max, 260, 20, 49)).toEqual({ leftMl: 240, standsAtMl: 289, overflowMl: 0, finding: null });
    expect(afterRetraction(max, 260, 0, 49)).toMatchObject({ overflowMl: 9, finding: { code: 'overflowComing' } });
    expect(reservoirFirst(max, 258)).toEqual({ staysMl: 45, drawOffMl: 213, refillMl: 255 });
    expect(reservoirFirst(max, 30)).toEqual({ staysMl: 45, drawOffMl: 0, refillMl: 270 });
    expect([bottlesToOpen(900, 1000, 1000), bottlesToOpen(1100, 1000, 500), bottlesToOpen(1600, 500, 500)]).toEqual([
      0, 1, 3,
    ]);
    expect([0, 0.5, 1].map((share) => levelAtShare(max, share))).toEqual([130, 215, 300]);
  });
});
