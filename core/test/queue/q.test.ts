import { lawOfMinutes, planQueue, usualMinutesLeft, type QueueCase, type QueueJob, bestOrder, throwDice, play, costOf } from '../../src/queue';
import { queueKinds, WHEELS_OFF_MIN, WHEELS_ON_MIN } from '../../src/queue/kinds';
import { dice, playByTheClock, trueWork } from '../builders/evening';
const usual: Record<string, number> = { findFault: 20, boilingTest: 15, pads: 20, rotors: 20, hoses: 20, bleed: 25, flush: 50, reTorque: 15, other: 30, wheelsOff: 7, wheelsOn: 8 };
const law = Object.fromEntries(Object.entries(usual).map(([k, m]) => [k, lawOfMinutes(m, [])]));
function randomCase(seed: number, cars: number): QueueCase {
  const d = dice(seed);
  const works = ['findFault', 'boilingTest', 'pads', 'bleed', 'flush', 'reTorque', 'other'] as const;
  const jobs = Array.from({ length: cars }, (_, j): QueueJob => {
    const w = works[Math.floor(d.uniform() * works.length)]!;
    const k = queueKinds[w];
    const piece = (work: any, share: number) => ({ work, law: law[work]!, lawKey: work, times: 1, tool: (queueKinds as any)[work]?.tool ?? (work === 'wheelsOn' ? 'wrench' : null), share, wheelsOff: (queueKinds as any)[work]?.wheelsOff ?? false });
    const more = w === 'pads' ? [] : [piece('pads', 0.12)];
    const pieces = [piece('wheelsOff', 1), piece(w, 1), ...more, piece('wheelsOn', 1)];
    void k;
    const outAt = 20 + d.uniform() * 60;
    return { entryId: String(j), pieces, able: d.uniform() < 0.8 ? [0, 1] : [Math.floor(d.uniform() * 2)], people: 1, inHand: null, workedMin: 0, readyAt: 0,
      out: d.uniform() < 0.7 ? [{ from: outAt, to: outAt + 30 }, { from: outAt + 60, to: outAt + 90 }] : [], staysIn: d.uniform() < 0.5, promisedBy: null };
  });
  return { now: '2026-06-13T14:00:00.000Z', seed: seed + 1, hands: [{ id: 'a', name: 'A', away: [] }, { id: 'b', name: 'B', away: [{ from: 60, to: 90 }] }], tools: { bleeder: 1, wrench: 1 }, pace: { mu: 0, sd: 0.15 }, jobs, byHand: [] };
}
const after = { eveningAt: 200, eveningEnds: 600, morningAt: null, dayEndsAt: 900 };
test('coverage', () => {
  let held = 0, all = 0, exact = 0; let ms = 0;
  for (let q = 0; q < 100; q++) {
    const c = randomCase(q * 7919 + 13, 8);
    const t0 = performance.now();
    const plan = planQueue(c, after);
    ms += performance.now() - t0;
    const order = plan.order.map((id) => c.jobs.findIndex((j) => j.entryId === id));
    const shifted = { ...c, jobs: c.jobs.map((j) => { const p = plan.planned.find((x) => x.entryId === j.entryId)!; return p.putOff ? { ...j, readyAt: Math.max(200, j.out.at(-1)!.to) } : j; }) };
    const u = usualMinutesLeft(c);
    for (let e = 0; e < 10; e++) {
      const d = dice(q * 1000 + e + 5);
      const ev = playByTheClock(shifted, trueWork(shifted, d), order, u);
      c.jobs.forEach((j, i) => {
        const p = plan.planned.find((x) => x.entryId === j.entryId)!;
        const by = (Date.parse(p.backBy!) - Date.parse(c.now)) / 60000;
        all++; if (ev.ended[i]! <= by) held++;
      });
    }
  }
  console.log('held', held / all, 'plan ms', ms / 100);
  const c30 = randomCase(5, 30);
  const t0 = performance.now(); planQueue(c30, after); console.log('30 cars', performance.now() - t0);
  const t1 = performance.now(); planQueue(c30, after); console.log('30 cars again', performance.now() - t1);
  void exact; void bestOrder; void throwDice; void play; void costOf;
});
