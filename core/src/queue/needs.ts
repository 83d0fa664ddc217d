/** Who can do a car's work, and what of tools and fluid it takes that may not be there. */
import { dateIn, daysBetween, type Instant } from '../calendar';
import { checkGrade } from '../fluid';
import { bottleChoices, bottleState } from '../inventory';
import type { Logbook } from '../logbook';
import {
  type CrewMember,
  type Finding,
  type Grade,
  type QueueWork,
  type TrackEvent,
  type WorkSkill,
  millilitres,
  severity,
  worstFirst,
} from '../model';
import { type BleedMethod, lacksAdapter } from '../work';
import { queueFinding } from './findings';
import { type QueueState, queueKinds } from '../queue-moves';

/** What a bleed at the track draws, mL: a caliper's worth at each nipple. Common practice, no source. */
const BLEED_ML = 250;
const FLUSH_ML = 1000;

/** Who of the crew is at an event: those who go there; all of them where nobody has said. */
export const crewAt = (logbook: Logbook, event: Pick<TrackEvent, 'crewIds'>): CrewMember[] => {
  const all = [...logbook.crew.values()].filter((m) => !m.archived).sort((a, b) => a.name.localeCompare(b.name));
  const there = all.filter((m) => event.crewIds.includes(m.id));
  return there.length > 0 ? there : all;
};

const skillsOf = ({ wants }: Pick<QueueState, 'wants'>): WorkSkill[] => [
  ...new Set(wants.flatMap((w) => queueKinds[w.work].skill ?? [])),
];

/** Who can do all of what is wanted. */
export const ableFor = (crew: readonly CrewMember[], state: Pick<QueueState, 'wants'>): CrewMember[] =>
  crew.filter((m) => skillsOf(state).every((skill) => m.skills.includes(skill)));

const isBleed = ({ wants }: Pick<QueueState, 'wants'>): boolean =>
  wants.some((w) => queueKinds[w.work].tool === 'bleeder');

/** How its fluid is moved with who is there; null where none is. Of a car that is not on record the adapter is taken to fit. */
export function bleedMethodHere(logbook: Logbook, state: QueueState, crew: readonly CrewMember[]): BleedMethod | null {
  if (!isBleed(state)) return null;
  if (logbook.shop.pressureBleeders !== 0 && !(state.car && lacksAdapter(logbook, state.car))) return 'pressure';
  return crew.filter((m) => m.skills.includes('fluid')).length >= 2 ? 'pedalTwo' : 'pedalAlone';
}

export const gradeOf = ({ car, entry }: Pick<QueueState, 'car' | 'entry'>): Grade | null =>
  car?.fluidGrade ?? entry.fluidGrade;

function ofOwnBottle(logbook: Logbook, state: QueueState, wantedMl: number, now: Instant): Finding[] {
  const bottle = state.entry.ownBottle;
  if (!bottle) return [];
  const grade = gradeOf(state);
  const found: Finding[] = [];
  if (grade) {
    const mixes = checkGrade(bottle.grade, grade);
    if (mixes.verdict === 'stop')
      return [queueFinding('ownBottleWrong', 'stop', {}, { has: grade, brought: bottle.grade })];
    if (mixes.verdict !== 'inOrder') found.push(mixes);
  }
  const { openBottleDays, timeZone } = logbook.shop;
  if (!bottle.isSealed) {
    const days = bottle.openedOn === null ? null : Math.max(0, daysBetween(bottle.openedOn, dateIn(now, timeZone)));
    if (days === null) found.push(queueFinding('ownBottleUndated', 'needsWork', {}, {}));
    else if (days > openBottleDays)
      found.push(queueFinding('ownBottleOld', 'needsWork', {}, { days, most: openBottleDays }));
  }
  if (bottle.leftMl !== null && bottle.leftMl < wantedMl)
    found.push(
      queueFinding('ownBottleSmall', 'watch', {}, { left: millilitres(bottle.leftMl), wanted: millilitres(wantedMl) }),
    );
  return found;
}

/** Whether there is fluid for it that may go in. */
function isFluidHere(logbook: Logbook, state: QueueState, grade: Grade, wantedMl: number, now: Instant): boolean {
  const today = dateIn(now, logbook.shop.timeZone);
  const own = state.entry.ownBottle;
  if (own && ofOwnBottle(logbook, state, wantedMl, now).length === 0 && (own.leftMl ?? wantedMl) >= wantedMl)
    return true;
  const sum = (bottles: readonly { leftMl: number }[]): number => bottles.reduce((ml, b) => ml + b.leftMl, 0);
  if (state.car)
    return (
      sum(
        bottleChoices(logbook, state.car, undefined, today)
          .filter((c) => severity(c.verdict) === 0)
          .map((c) => c.state),
      ) >= wantedMl
    );
  return (
    sum(
      [...logbook.bottles.values()]
        .filter((b) => !b.archived)
        .map((b) => bottleState(logbook, b, today))
        .filter(
          (b) => !b.openTooLong && !b.reservedFor && b.fluid && checkGrade(b.fluid.grade, grade).verdict === 'inOrder',
        ),
    ) >= wantedMl
  );
}

/** What is fetched before it is begun. */
export type QueueThing = 'stands' | 'bleeder' | 'adapter' | 'fluid' | 'wrench' | 'tester' | 'pads' | 'rotors' | 'hoses';

/** What its work takes, in the order in which it is wanted. */
export function thingsFor(logbook: Logbook, event: TrackEvent, state: QueueState): QueueThing[] {
  const has = (work: QueueWork): boolean => state.wants.some((w) => w.work === work);
  const method = bleedMethodHere(logbook, state, crewAt(logbook, event));
  const wheelsOff = state.wants.some((w) => queueKinds[w.work].wheelsOff);
  const list: [QueueThing, boolean][] = [
    ['stands', wheelsOff],
    ['tester', has('boilingTest')],
    ['pads', has('pads')],
    ['rotors', has('rotors')],
    ['hoses', has('hoses')],
    ['bleeder', method === 'pressure'],
    ['adapter', method === 'pressure'],
    ['fluid', method !== null || has('hoses')],
    ['wrench', wheelsOff || has('reTorque')],
  ];
  return list.flatMap(([thing, isWanted]) => (isWanted ? [thing] : []));
}

/** What speaks against beginning, or has to be fetched first; worst first. */
export function judgeNeeds(logbook: Logbook, event: TrackEvent, state: QueueState, now: Instant): Finding[] {
  const crew = crewAt(logbook, event);
  const found: Finding[] = [];
  if (ableFor(crew, state).length === 0) found.push(queueFinding('nobodyCan', 'stop', {}, { skills: skillsOf(state) }));
  const method = bleedMethodHere(logbook, state, crew);
  if (method !== null) {
    if (state.car && lacksAdapter(logbook, state.car))
      found.push(queueFinding('adapterMissing', 'watch', {}, { adapter: state.car.tools.capAdapter }));
    else if (logbook.shop.pressureBleeders === 0) found.push(queueFinding('noBleeder', 'watch', {}, {}));
    else if (!state.car || state.car.tools.capAdapter.trim() === '')
      found.push(queueFinding('adapterUnknown', 'watch', {}, {}));
    if (method === 'pedalTwo') found.push(queueFinding('twoHandsNeeded', 'watch', {}, {}));
    const grade = gradeOf(state);
    const wantedMl = state.wants.some((w) => w.work === 'flush') ? FLUSH_ML : BLEED_ML;
    if (grade === null) found.push(queueFinding('fluidUnknown', 'needsWork', {}, {}));
    else if (!isFluidHere(logbook, state, grade, wantedMl, now))
      found.push(queueFinding('noFluidHere', 'needsWork', {}, { grade }));
    found.push(...ofOwnBottle(logbook, state, wantedMl, now));
  } else found.push(...ofOwnBottle(logbook, state, 0, now));
  const torques = state.wants.some((w) => queueKinds[w.work].tool === 'wrench' || queueKinds[w.work].wheelsOff);
  if (torques && ![...logbook.wrenches.values()].some((w) => !w.archived))
    found.push(queueFinding('noWrench', 'watch', {}, {}));
  if (!state.car) found.push(queueFinding('notOnRecord', 'watch', {}, {}));
  return worstFirst(found);
}
