/**
 * One fault on a car that is otherwise sound, found in any of the ways there are, and then a few things that people do about it: the right cure or
 * another, at the place or elsewhere, shown or not. Whoever takes a row out of a table is noticed here: nothing else stands in its way.
 */
import { type Corner, type Repair, corners, faultsByCheck, repairs, repairsOfCar } from '../../src/model';
import { judgeTrack } from '../../src/paddock';
import { CAUSES, DOUBTFUL, FOUND_BY_CHECK, NOT_RIGHT, RULES, forbids } from './season-oracle';
import { HOT_ML, askEveryPurpose } from './season';
import { People } from './season-people';
import { trackBook, trackCar } from './track-book';
import { bookEvent } from './track-records';

const NEIGHBOUR: Record<Corner, Corner> = { FL: 'FR', FR: 'FL', RL: 'RR', RR: 'RL' };
const axleOf = (corner: Corner) => (corner.startsWith('F') ? 'front' : 'rear');
const nutsOf = (corner: Corner) => `${axleOf(corner)}Wheel`;

interface Opened {
  people: People;
  /** What cures it and what shows it, as far as the oracle knows. */
  by: string[];
  shown: string[];
}
type Opener = (roll: () => number, corner: Corner) => Opened;
const begin = (roll: () => number, said: string[] = []): People => new People(roll, said);
const of = (people: People, name: string): Opened => ({ people, by: RULES[name]!.by, shown: RULES[name]!.shown });
const found =
  (name: string, open: (people: People, corner: Corner) => void): Opener =>
  (roll, corner) => {
    const people = begin(roll);
    open(people, corner);
    return of(people, name);
  };

const looks = (['pedal', 'leaks', 'hoses', 'faces', 'wheelInside', 'wheelPlay'] as const).flatMap((line) =>
  (faultsByCheck[line] as readonly string[]).flatMap((fault): Opener[] => {
    const name = fault === 'crack' ? 'longCrack' : fault;
    if (!RULES[name]) return [];
    return [
      found(name, (p, c) =>
        p.lookAt(line, [{ fault, corner: line === 'pedal' ? null : c, lengthMm: fault === 'crack' ? 15 : null }], ''),
      ),
    ];
  }),
);
const listed = [
  'leaks',
  'hoses',
  'wheelsOn',
  'faceToRotor',
  'pins',
  'parkingBrakeNormal',
  'unionsUnderPedal',
  'wheelsTurnFree',
].map((check) => found(`list ${check}`, (p, c) => p.list(check, c, false)));
const rechecked = Object.entries(NOT_RIGHT).map(([proof, name]) => found(name, (p, c) => p.recheck(proof, c, false)));
const checked = Object.entries(FOUND_BY_CHECK).flatMap(([check, outcomes]) =>
  Object.entries(outcomes).map(([outcome, name]) =>
    found(name, (p, c) => {
      p.openDiagnosis(['squeal'], c);
      p.checked(check, outcome);
    }),
  ),
);
/** What the driver said, with the cause that somebody named. */
const said = Object.entries(CAUSES).map(([cause, { by, shown }]): Opener => (roll, corner) => {
  const word = DOUBTFUL[Math.floor(roll() * DOUBTFUL.length)]!;
  const people = begin(roll, [word]);
  people.openDiagnosis([word], roll() < 0.5 ? corner : null);
  people.nameCause(undefined, cause);
  return { people, by, shown: [...shown, 'pedalFirm'] };
});
const openers: Opener[] = [
  ...looks,
  ...listed,
  ...rechecked,
  ...checked,
  ...said,
  ...said,
  found('boiled', (p) => p.boil()),
  found('leaksByLevel', (p) => {
    p.level(270, 0);
    p.drive([]);
    p.level(200, 0);
  }),
  found('underMin', (p) => p.level(90, 0)),
  found('play', (p, c) => p.bearing(c, 1.2)),
  found('pedalSoft', (p) => p.press('soft', false)),
  found('pedalLong', (p) => p.press('long', false)),
  found('pedalSinks', (p) => p.press('firm', true)),
  found('torque', (p, c) => p.torque(nutsOf(c), c, true)),
  found('drags', (p, c) => {
    p.hot(NEIGHBOUR[c], 200);
    p.hot(c, 420);
  }),
  found('referred', (p) => {
    p.openDiagnosis(['squeal'], null);
    p.refer(false);
  }),
  // Nothing was found; something was done that voids what was shown.
  (roll, corner) => {
    const people = begin(roll);
    people.push(axleOf(corner) as 'front');
    return { people, by: [], shown: ['pedalFirm'] };
  },
];

function cure(people: People, act: string, corner: Corner, roll: () => number): void {
  if ((repairs as readonly string[]).includes(act))
    return people.repair(act as Repair, repairsOfCar.has(act as Repair) ? null : corner);
  const axle = axleOf(corner);
  if (act === 'rotorsChanged') return people.newRotors(axle);
  if (act === 'padsChanged') return people.newPads(axle);
  if (act === 'levelSet') return people.level(280, 10);
  if (act === 'torqued') return people.torque(nutsOf(corner), corner, false);
  if (act === 'workshop') return people.workshop();
  people.draw(roll() < 0.5 ? 10 : 60, act === 'flushed');
}

const byCheck: Record<string, [check: string, outcome: string]> = {
  thicknessEven: ['thicknessPoints', 'within'],
  runoutWithin: ['runout', 'within'],
  heatAlike: ['pyrometer', 'alike'],
};
function show(people: People, proof: string, corner: Corner, right: boolean): void {
  if (proof === 'level') return people.level(290, 0);
  if (proof === 'noPlay') return people.bearing(corner, right ? 0.1 : 1.2);
  if (proof === 'torqued') return people.torque(nutsOf(corner), corner, !right);
  const check = byCheck[proof];
  if (check) {
    people.openDiagnosis(['squeal'], corner);
    return people.checked(...check);
  }
  people.recheck(proof.replace('list ', ''), corner, right);
}

/** @returns what stands against the car at the end, by the oracle */
export function playOneFault(roll: () => number): string[] {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(roll() * list.length)]!;
  const corner = pick(corners);
  const { people, by, shown } = pick(openers)(roll, corner);
  const elsewhere = (share: number): Corner => (roll() < share ? pick(corners) : corner);
  const all = [...shown, ...shown, 'pedalFirm', 'torqued', 'noPlay'];
  for (let n = Math.floor(roll() * 4); n > 0; n--) {
    if (roll() < 0.5) cure(people, by.length > 0 && roll() < 0.7 ? pick(by) : pick(repairs), elsewhere(0.2), roll);
    else show(people, pick(all), elsewhere(0.15), roll() < 0.85);
  }
  // Half of them do it as it should be done, and leave one thing out at times.
  if (roll() < 0.5) {
    const left = roll() < 0.4 ? pick([...shown, 'cure', 'noPlay', 'torqued']) : '';
    if (by.length > 0 && left !== 'cure') cure(people, pick(by), corner, roll);
    const rest = [...new Set([...shown, 'pedalFirm'])].filter((p) => p !== left);
    for (const proof of rest) show(people, proof, corner, true);
    for (const c of corners)
      for (const proof of ['torqued', 'noPlay'].filter((p) => p !== left)) show(people, proof, c, true);
    for (const c of corners) for (const proof of rest) if (proof !== 'torqued') show(people, proof, c, true);
    if (left !== 'torqued' && roll() < 0.7) for (const c of corners) show(people, 'torqued', c, true);
  }
  askEveryPurpose(people);
  const { why, unsure } = forbids(people.diary, trackCar.reservoirMinMl, HOT_ML);
  const standing = why.filter((w) => !w.startsWith('thin'));
  const track = judgeTrack(trackBook(people.facts), trackCar, bookEvent.id);
  const told = {
    why: standing,
    done: people.diary.map(({ at: _, by: __, ...e }) => JSON.stringify(e)),
    findings: track.findings.map((f) => `${f.code} ${JSON.stringify([f.place, f.values])}`),
    verdict: track.verdict,
  };
  if (standing.length > 0) expect(told).toMatchObject({ verdict: 'stop' });
  else if (unsure.length === 0) expect(told).not.toMatchObject({ verdict: 'stop' });
  return standing;
}
