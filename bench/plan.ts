/**
 * Planning 10, 50 and 150 jobs over two to four weeks: how soon a plan that holds is there, how far it is from the best at most, and what it
 * saves against the plain rule "earliest due date first, each job by itself", on the same cases.
 */
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { plusDays } from '@calvik/core';
import {
  type Plan,
  type Problem,
  type Task,
  earliestDueFirst,
  highsSolver,
  planBreaks,
  scoreOf,
  solveSchedule,
} from '@calvik/core/schedule/solver';

const say = (text: string): void => void process.stdout.write(`${text}\n`);
const FIRST_DAY = '2026-06-01';

/** A shop in its run-up: cars with three to five pieces of work each, due at one of three load-ups. */
function shop(jobs: number, weeks: number, crew: number, lifts: number): Problem {
  const dice = xoroshiro128plus(jobs * 1000 + weeks);
  const roll = (from: number, to: number): number => uniformInt(dice, from, to);
  const days = Array.from({ length: weeks * 7 }, (_, i) => plusDays(FIRST_DAY, i));
  const workdays = days.flatMap((_, i) => (i % 7 < 5 ? [i] : []));
  const people = Array.from({ length: crew }, (_, p) => ({
    id: `p${p}`,
    name: `P${p}`,
    event: null,
    hours: days.map((_, d) => (d % 7 < 5 && !(p === 1 && d % 7 === 4) ? { from: 480, to: 1020 } : null)),
    breaks: [{ from: 720, to: 750 }],
  }));
  const kinds: Pick<Task, 'key' | 'minutes' | 'wheelsOff'>[] = [
    { key: 'boilingTest', minutes: 15, wheelsOff: false },
    { key: 'measure', minutes: 30, wheelsOff: true },
    { key: 'pads.front', minutes: 20, wheelsOff: true },
    { key: 'flush', minutes: 50, wheelsOff: true },
    { key: 'inspection', minutes: 15, wheelsOff: false },
  ];
  const tasks: Task[] = [];
  for (let car = 0; tasks.length < jobs; car++) {
    const loadUp = workdays[Math.floor((workdays.length * roll(1, 3)) / 3) - 1]!;
    const first = Math.max(0, loadUp - roll(6, 12));
    const own = kinds.filter((k) => k.key === 'measure' || roll(0, 4) > 0);
    own.forEach((k, i) => {
      if (tasks.length >= jobs) return;
      const from = k.key === 'flush' ? Math.max(first, loadUp - 7) : first;
      tasks.push({
        ...k,
        id: `${car}.${i}`,
        visit: `car ${car}`,
        carId: `car ${car}`,
        car: `Car ${car}`,
        ownTitle: null,
        days: workdays.filter((d) => d >= from && d <= loadUp),
        target: Math.max(from, loadUp - 1),
        crewNeeded: 1,
        people: people.map((_, p) => p).filter((p) => k.key !== 'flush' || p !== crew - 1),
        needsLift: k.wheelsOff,
        travelMin: 0,
        tools: [],
        endsBy: null,
        uses: k.key === 'flush' ? [{ stock: 'fluid', amount: 650, owner: `${car}` }] : [],
        after:
          i > 0 && k.wheelsOff
            ? own.slice(0, i).flatMap((o, j) => (o.wheelsOff ? [{ id: `${car}.${j}`, lagDays: 0 }] : []))
            : [],
      });
    });
  }
  return {
    days,
    people,
    lifts: Array.from({ length: lifts }, (_, i) => ({ id: `l${i}`, name: `Lift ${i + 1}` })),
    tools: [],
    tasks,
    fixed: [],
    setupMin: 25,
    previous: new Map(),
    // Half of the fluid is here, the rest comes in the second half of the first week.
    stocks: [
      {
        id: 'fluid',
        lots: Array.from({ length: jobs }, (_, i) => ({
          amount: 1000,
          from: i % 2 === 0 ? 0 : 3,
          until: null,
          daysOnceOpen: 30,
          owner: null,
        })),
      },
    ],
    pace: 'late',
  };
}

const minutes = (plan: Plan): number => plan.visits.reduce((n, v) => n + v.minutes * v.people.length, 0);
const ratio = (ours: number, base: number): string =>
  base === 0 ? (ours === 0 ? 'both 0' : `${ours} to 0`) : (ours / base).toFixed(2);

async function main(): Promise<void> {
  const solver = await highsSolver();
  for (const [jobs, weeks, crew, lifts] of [
    [10, 2, 2, 1],
    [50, 3, 3, 2],
    [150, 4, 4, 2],
    // Too much for two people in one week: something is late or left out.
    [150, 1, 2, 2],
  ] as const) {
    const problem = shop(jobs, weeks, crew, lifts);
    const begun = performance.now();
    const plain = earliestDueFirst(problem, false);
    const plainMs = performance.now() - begun;
    let toTwoPercent: number | null = null;
    const solved = solveSchedule(problem, {
      solver,
      clock: () => performance.now() / 1000,
      seconds: 60,
      gap: 0.02,
      onProgress: (p) => {
        if (toTwoPercent === null && p.gap <= 0.02) toTwoPercent = p.seconds;
      },
    });
    if (planBreaks(problem, solved.plan).length > 0) throw new Error('The plan breaks a rule.');
    const base = scoreOf(problem, plain);
    const { score } = solved;
    say(
      `${jobs} jobs, ${weeks} weeks, ${crew} people, ${lifts} lifts: first plan after ${(solved.firstAfter * 1000).toFixed(0)} ms ` +
        `(plain rule ${plainMs.toFixed(0)} ms; ratio ${((solved.firstAfter * 1000) / plainMs).toFixed(2)}), ` +
        `2 % gap after ${toTwoPercent === null ? 'more than 60 s' : `${(toTwoPercent as number).toFixed(1)} s`}, gap ${(solved.gap * 100).toFixed(2)} %`,
    );
    say(
      `  against the plain rule: left out ${score.unscheduled} to ${base.unscheduled}, late days ${score.lateDays} to ${base.lateDays} ` +
        `(ratio ${ratio(score.lateDays, base.lateDays)}), visits ${score.visits} to ${base.visits} (ratio ${ratio(score.visits, base.visits)}), ` +
        `hours at cars ${(minutes(solved.plan) / 60).toFixed(1)} to ${(minutes(plain) / 60).toFixed(1)} (ratio ${ratio(minutes(solved.plan), minutes(plain))})`,
    );
  }
}

void main();
