/**
 * Says a second time, in another way, whether a car at an event may go out: from a plain diary, with figures of its own and none of core's code.
 */
export type Entry =
  | { at: number; what: 'session'; id: number; said: string[] }
  | { at: number; what: 'check'; session: number; line: string; faults: { fault: string; lengthMm: number | null }[] }
  | { at: number; what: 'heat'; corner: string; tempC: number }
  | { at: number; what: 'pads'; corner: string; inner: number; outer: number }
  | { at: number; what: 'level'; session: number; ml: number; added: number }
  | { at: number; what: 'torque'; off: boolean; key: string }
  | { at: number; what: 'boiled' }
  | { at: number; what: 'exchange' }
  | { at: number; what: 'opened'; id: number; session: number; signs: string[] }
  | { at: number; what: 'closed'; diagnosis: number }
  | { at: number; what: 'referred'; diagnosis: number; driven: boolean }
  | { at: number; what: 'decision'; session: number; decision: 'go' | 'limits' | 'stop' };

const DOUBTFUL = ['softAfterHeat', 'softFromCold', 'firmNoBite'];
const NEVER = new Set([
  'pedalSoft',
  'pedalSinks',
  'damp',
  'dripping',
  'hoseChafed',
  'hoseSwollen',
  'hoseCracked',
  'crackToEdge',
  'crackJoinsHoles',
  'fluidInWheel',
]);
const AIR = 20;
/** mm² of one side of the front caliper, of the rear one: two bores of 38, one of 40. */
const FRONT = 2 * 1134.115;
const REAR = 1256.637;

/** Why the car must not go out now; empty where nothing forbids it. @param minMl of the reservoir */
export function forbids(diary: readonly Entry[], minMl: number): string[] {
  const sessions = diary.filter((e) => e.what === 'session').sort((a, b) => a.at - b.at);
  const s = sessions.at(-1);
  if (!s) return [];
  const why: string[] = [];
  const since = <K extends Entry['what']>(what: K) =>
    diary.filter((e): e is Extract<Entry, { what: K }> => e.what === what && e.at >= s.at).sort((a, b) => a.at - b.at);
  const all = <K extends Entry['what']>(what: K) =>
    diary.filter((e): e is Extract<Entry, { what: K }> => e.what === what).sort((a, b) => a.at - b.at);

  const opened = all('opened').filter((o) => o.session === s.id);
  const explainedAt = (sign: string): number =>
    Math.max(
      -1,
      ...all('closed')
        .filter((c) => opened.some((o) => o.id === c.diagnosis && o.signs.includes(sign)))
        .map((c) => c.at),
    );
  const answers = (line: string) => all('check').filter((c) => c.session === s.id && c.line === line);
  const pedal = answers('pedal').at(-1);
  for (const word of s.said.filter((w) => DOUBTFUL.includes(w))) {
    const known = explainedAt(word);
    if (!(known >= 0 && pedal && pedal.at > known && pedal.faults.length === 0)) why.push(`driver: ${word}`);
  }
  for (const line of ['pedal', 'leaks', 'hoses', 'faces', 'wheelInside', 'debris']) {
    for (const { fault, lengthMm } of answers(line).at(-1)?.faults ?? [])
      if (NEVER.has(fault) || (fault === 'crack' && (lengthMm ?? 0) > 10)) why.push(`seen: ${fault}`);
  }
  const heat = new Map(since('heat').map((h) => [h.corner, h.tempC]));
  if (explainedAt('cornerHot') < 0)
    for (const [l, r] of [
      ['FL', 'FR'],
      ['RL', 'RR'],
    ] as const) {
      const [a, b] = [heat.get(l), heat.get(r)];
      if (a === undefined || b === undefined) continue;
      const [high, low] = [Math.max(a, b), Math.min(a, b)];
      if (high - low >= 140 && high - AIR >= 2 * Math.max(5, low - AIR)) why.push(`drags: ${l}${r}`);
    }
  const pads = (corner: string, until: number, from = -1) =>
    all('pads')
      .filter((p) => p.corner === corner && p.at <= until && p.at >= from)
      .at(-1);
  const read = since('level').at(-1);
  if (read) {
    if (read.ml < minMl) why.push('under MIN');
    let before: Extract<Entry, { what: 'level' }> | null = null;
    for (const e of [...diary].sort((a, b) => a.at - b.at)) {
      if (e.at >= s.at) break;
      if (e.what === 'level') before = e;
      if (e.what === 'exchange') before = null;
    }
    if (before) {
      let wear = 0;
      for (const corner of ['FL', 'FR', 'RL', 'RR']) {
        const [old, now] = [pads(corner, before.at), pads(corner, Infinity, s.at)];
        if (!old || !now) continue;
        const [inner, outer] = [Math.max(0, old.inner - now.inner), Math.max(0, old.outer - now.outer)];
        wear += ((corner.startsWith('F') ? FRONT : REAR) * (inner + outer)) / 1000;
      }
      if (before.ml + before.added - read.ml - wear > 20 + 4 + 0.3 * wear) why.push('leaks by the level');
    }
  }
  const sets = new Map(since('torque').map((t) => [t.key, t]));
  if ([...sets.values()].some((t) => t.off)) why.push('torque');
  const boiled = since('boiled').at(-1);
  if (boiled && !all('exchange').some((e) => e.at > boiled.at)) why.push('boiled');
  const referred = all('referred')
    .filter((r) => opened.some((o) => o.id === r.diagnosis))
    .at(-1);
  if (referred && !referred.driven) why.push('referred');
  for (const corner of ['FL', 'FR', 'RL', 'RR']) {
    const last = pads(corner, Infinity);
    if (last && Math.min(last.inner, last.outer) < 3) why.push(`thin: ${corner}`);
  }
  return why;
}
