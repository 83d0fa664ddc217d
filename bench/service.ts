/** Judging a service on a car with twenty years of services behind it, and the exchange model of a whole car. */
import { median } from 'simple-statistics';
import {
  type Car,
  type Fact,
  type Job,
  type Records,
  buildLogbook,
  exchangePlan,
  judgeCar,
  judgeService,
  plusDays,
} from '@calvik/core';
import { demoData } from '../server/src/demo/load';

const YEARS = 20;
const A_YEAR = 10;
const ROUNDS = 15;
const say = (text: string): void => void process.stdout.write(`${text}\n`);

function timed(work: () => unknown): number {
  work();
  const times: number[] = [];
  for (let i = 0; i < ROUNDS; i++) {
    const began = performance.now();
    work();
    times.push(performance.now() - began);
  }
  return median(times);
}
const line = (what: string, ours: number, baseline: string, base: number, aim: string): void =>
  say(`${what}: ${ours.toFixed(2)} ms; ${baseline} ${base.toFixed(2)} ms; ratio ${(ours / base).toFixed(2)}${aim}`);

const now = new Date().toISOString();
const today = now.slice(0, 10);
const data = demoData(now);
const records: Record<string, { id: string }[]> = {};
for (const r of data.records) (records[r.collection] ??= []).push(r.body);
const car = records.cars!.find((c) => (c as Car).name === 'Rooth Velund') as Car;
const pattern = data.facts.filter((f) => 'carId' in f && f.carId === car.id && f.jobId);
const jobOf = (records.jobs as Job[]).find((j) => j.id === pattern[0]!.jobId)!;

// The same service again and again, each with ids, a job and a day of its own.
let n = 0;
const newId = (): string => `01800000-0000-7000-8000-${(++n).toString(16).padStart(12, '0')}`;
const facts: Fact[] = [];
const jobs: Job[] = [];
for (let i = 0; i < YEARS * A_YEAR; i++) {
  const day = plusDays(today, -Math.round(((YEARS * A_YEAR - i) * 365) / A_YEAR));
  const job = { ...jobOf, id: newId(), startAt: `${day}T08:00:00.000Z` };
  jobs.push(job);
  pattern.forEach((f, k) => {
    const at = new Date(Date.parse(job.startAt) + k * 60_000).toISOString();
    facts.push({ ...f, id: newId(), jobId: job.id, at, recordedAt: at });
  });
}
records.jobs = jobs;
const text = JSON.stringify(facts);
const logbook = buildLogbook(records as Records, facts);
const last = jobs.at(-1)!;
say(`${facts.length} facts: ${YEARS} years with ${A_YEAR} services each`);
const parse = timed(() => JSON.parse(text));
line(
  'reading and indexing them',
  timed(() => buildLogbook(records as Records, JSON.parse(text) as Fact[])),
  'bare JSON.parse of the same facts',
  parse,
  ' (aim ≤ 3)',
);
line(
  'judging the latest service',
  timed(() => judgeService(logbook, last, today)),
  'bare JSON.parse of the same facts',
  parse,
  ' (aim ≤ 0.7)',
);
const after = Array.from({ length: ROUNDS }, (_, i) => {
  const at = new Date(Date.parse(now) + i * 1000).toISOString();
  const book = buildLogbook(records as Records, [...facts, { ...facts.at(-1)!, id: newId(), at, recordedAt: at }]);
  const began = performance.now();
  judgeService(book, last, today);
  return performance.now() - began;
});
line('judging it after another entry', median(after), 'bare JSON.parse of the same facts', parse, ' (aim ≤ 1.5)');
line(
  'readiness of the car',
  timed(() => judgeCar(logbook, car, null, today)),
  'bare JSON.parse of the same facts',
  parse,
  ' (aim ≤ 0.7)',
);

/** As many steps of one stirred tank as the model takes slices: what the arithmetic alone costs. */
function tankSteps(count: number): number {
  let old = 1;
  for (let i = 0; i < count; i++) old *= Math.exp(-0.001 * (1 + (i & 1)));
  return old;
}
const plan = () =>
  exchangePlan(car, {
    method: 'pedalTwo',
    scope: 'full',
    drawnOffMl: 240,
    refillMl: 260,
    wantedNewPercent: 95,
    levelMl: 280,
  });
const { wasteMl } = plan();
const slices = Math.ceil(wasteMl / (14 / 60));
line(
  `exchange of a whole car, ${Math.round(wasteMl)} mL in six openings`,
  timed(plan),
  `${slices} bare tank steps`,
  timed(() => tankSteps(slices)),
  ' (aim ≤ 100: it is planned anew at every key)',
);
