/**
 * Says a second time, in another way, whether a car may go: from a plain diary of what people saw and did over a whole season, with rules of its
 * own and none of core's code. What it holds to: what was found stands until something was done, at its place and afterwards, that can cure it,
 * and until it was shown afterwards; a new answer, a name, or one's own correction end nothing.
 */
type Wheel = 'FL' | 'FR' | 'RL' | 'RR';
export type Entry = { at: number; by: 'lead' | 'technician' } & (
  | { what: 'session'; id: number; said: string[] }
  | { what: 'look'; session: number; line: string; faults: Seen[]; reason: string }
  | { what: 'heat'; corner: Wheel; tempC: number }
  | { what: 'pads'; corner: Wheel; inner: number; outer: number; reason: string; instead: Entry | null }
  | { what: 'level'; session: number; ml: number; added: number }
  | { what: 'torque'; off: boolean; key: string }
  | { what: 'bearing'; corner: Wheel; mm: number; reason: string }
  | { what: 'pedal'; feel: string; sinks: boolean }
  | { what: 'list'; step: string; items: { check: string; corner: Wheel | null; ok: boolean }[]; reason: string }
  | { what: 'boiled' }
  | { what: 'drawn'; mlEach: number; isWhole: boolean }
  | { what: 'fitted'; axle: 'front' | 'rear'; pads: boolean; rotors: boolean }
  | { what: 'opened'; id: number; signs: string[]; corner: Wheel | null }
  | { what: 'checked'; diagnosis: number; check: string; outcome: string }
  | { what: 'closed'; diagnosis: number; cause: string }
  | { what: 'pushed'; axle: 'front' | 'rear' }
  | { what: 'referred'; driven: boolean }
  | { what: 'queueSaid'; words: string[] }
  | { what: 'queueBegun'; works: string[]; axle: 'front' | 'rear' | null }
  | { what: 'workshop' }
  | { what: 'repair'; repair: string; corner: Wheel | null }
  | { what: 'recheck'; proof: string; corner: Wheel | null; right: boolean }
  | { what: 'takenBack'; entry: Entry; leaves: Seen[] }
  | { what: 'decision'; session: number; decision: 'go' | 'limits' | 'stop' }
);
export interface Seen {
  fault: string;
  corner: Wheel | null;
  lengthMm: number | null;
}

const WHEELS: Wheel[] = ['FL', 'FR', 'RL', 'RR'];
const LEAK = ['jointSealed', 'hoseReplaced', 'caliperReplaced', 'masterCylinderReplaced'];
const AIR = ['flushed', 'bled', 'workshop'];
const FREE = ['caliperFreed', 'caliperReplaced'];
const PLAY = ['bearingAdjusted', 'bearingReplaced'];
interface Rule {
  by: string[];
  shown: string[];
}
const rule = (by: string[], ...shown: string[]): Rule => ({ by, shown });
/** Any work at the place, for a point of a list that was not in order. */
const ANY = [
  'putRight',
  'hardwareRefitted',
  'cleaned',
  ...FREE,
  'jointSealed',
  ...PLAY,
  'ductRefitted',
  'tapeRemoved',
  'padsChanged',
  'rotorsChanged',
  'facesCleaned',
  'debrisCleared',
];
/** What stops a car, what cures it, what shows it. */
export const RULES: Record<string, Rule> = {
  pedalLong: rule([...AIR, ...LEAK, 'pistonsPumpedOut', ...PLAY, 'rotorsChanged', 'padsChanged'], 'pedalFirm'),
  pedalSoft: rule([...AIR, ...LEAK, 'pistonsPumpedOut'], 'pedalFirm'),
  pedalSinks: rule([...LEAK, ...AIR], 'pedalFirm', 'dry'),
  damp: rule(LEAK, 'dry'),
  dripping: rule(LEAK, 'dry', 'pedalFirm'),
  hoseChafed: rule(['hoseReplaced'], 'pedalFirm'),
  hoseSwollen: rule(['hoseReplaced'], 'pedalFirm'),
  hoseCracked: rule(['hoseReplaced'], 'pedalFirm'),
  longCrack: rule(['rotorsChanged'], 'facesSound'),
  crackToEdge: rule(['rotorsChanged'], 'facesSound'),
  crackJoinsHoles: rule(['rotorsChanged'], 'facesSound'),
  fluidInWheel: rule(LEAK, 'wheelDry', 'dry'),
  drags: rule([...FREE, 'hoseReplaced', 'ductRefitted'], 'wheelFree'),
  boiled: rule(AIR, 'pedalFirm'),
  leaksByLevel: rule(LEAK, 'dry', 'level', 'pedalFirm'),
  underMin: rule(['levelSet', 'flushed'], 'level', 'pedalFirm'),
  play: rule(PLAY, 'noPlay'),
  // Felt by hand: nothing need be done, but it is measured.
  playFelt: rule([], 'noPlay'),
  torque: rule(['torqued'], 'torqued'),
  'list leaks': rule(LEAK, 'dry'),
  'list hoses': rule(['hoseReplaced'], 'pedalFirm'),
  'list unionsUnderPedal': rule(LEAK, 'dry', 'pedalFirm'),
  'list wheelsTurnFree': rule([...FREE, 'hoseReplaced', 'hardwareRefitted'], 'wheelFree'),
  'list wheelsOn': rule(ANY, 'list wheelsOn'),
  'list faceToRotor': rule(ANY, 'list faceToRotor'),
  'list pins': rule(ANY, 'list pins'),
  'list parkingBrakeNormal': rule(ANY, 'list parkingBrakeNormal'),
  padsThinSeen: rule(['padsChanged'], 'padsSound'),
  airSeen: rule(AIR, 'pedalFirm'),
  referred: rule(['workshop']),
  wheelDrags: rule([...FREE, 'hoseReplaced', 'hardwareRefitted'], 'wheelFree'),
  boosterDead: rule(['boosterRepaired'], 'boosterWorks'),
  padsMixed: rule(['padsChanged'], 'padsMatch'),
  hardwareWrong: rule(['hardwareRefitted', 'putRight'], 'hardwareRight'),
};
/** What was looked at again and was not right, as far as it stops a car. */
export const NOT_RIGHT: Record<string, string> = {
  pedalFirm: 'pedalLong',
  boosterWorks: 'boosterDead',
  dry: 'damp',
  hosesSound: 'hoseChafed',
  wheelFree: 'wheelDrags',
  padsMatch: 'padsMixed',
  hardwareRight: 'hardwareWrong',
};
/** What a driver says that stops a car: the cause that was named says what cures it, and the pedal is pressed again. */
export const DOUBTFUL = ['softAfterHeat', 'softFromCold', 'firstPressLong', 'firmNoBite'];
export const CAUSES: Record<string, Rule> = {
  fluidBoiled: rule(AIR),
  airInSystem: rule(AIR),
  leak: rule(LEAK, 'dry'),
  hoseSwells: rule(['hoseReplaced']),
  masterCylinder: rule(['masterCylinderReplaced'], 'dry'),
  wheelBearing: rule(PLAY, 'noPlay'),
  pistonSticks: rule(FREE, 'wheelFree'),
  slidePinSticks: rule(FREE, 'wheelFree'),
  pistonsNotOut: rule(['pistonsPumpedOut']),
  hardware: rule(['hardwareRefitted'], 'hardwareRight'),
  brakeBooster: rule(['boosterRepaired'], 'boosterWorks'),
  rotorCracked: rule(['rotorsChanged'], 'facesSound'),
  knockBack: rule([...PLAY, 'rotorsChanged', 'cleaned'], 'noPlay'),
  padsOverheated: rule(['padsChanged', 'padsSanded'], 'padsSound'),
  padsGlazed: rule(['padsChanged', 'padsSanded'], 'padsSound'),
  padsGreen: rule(['padsChanged'], 'facesSound'),
  padsThin: rule(['padsChanged'], 'padsSound'),
  padWear: rule(['levelSet', 'padsChanged'], 'padsSound', 'level'),
  unevenLayer: rule(['facesCleaned', 'rotorsChanged'], 'facesSound'),
  thicknessVariation: rule(['rotorsChanged'], 'thicknessEven', 'runoutWithin'),
  padsOiled: rule(['padsChanged'], 'padsSound', 'dry'),
  mixedPads: rule(['padsChanged'], 'padsMatch'),
  layerGone: rule(['padsSanded', 'facesCleaned'], 'facesSound'),
  ductOff: rule(['ductRefitted'], 'ductsSound'),
  balance: rule(['putRight'], 'heatAlike'),
  other: rule(['putRight', 'workshop']),
};
/** What a check of a diagnosis finds that stops a car; what it shows; and for which of them a wheel comes off. */
export const FOUND_BY_CHECK: Record<string, Record<string, string>> = {
  pumpPedal: { firmAfterPumping: 'pedalLong', staysSoft: 'pedalSoft' },
  holdPedal: { sinks: 'pedalSinks' },
  engineOffPedal: { doesNotDrop: 'boosterDead' },
  lookForLeaks: { wet: 'damp' },
  openNipple: { bubbles: 'airSeen' },
  spinWheels: { drags: 'wheelDrags', rough: 'play' },
  padsThroughWindow: { thin: 'padsThinSeen' },
  rockWheel: { play: 'play' },
  hoseUnderPressure: { swells: 'hoseSwollen' },
  padLabels: { mixed: 'padsMixed' },
  hardwareLook: { missingOrBent: 'hardwareWrong' },
};
const SHOWN_BY_CHECK: Record<string, Record<string, string>> = {
  thicknessPoints: { within: 'thicknessEven' },
  runout: { within: 'runoutWithin' },
  pyrometer: { alike: 'heatAlike' },
};
const WHEEL_OFF_CHECKS = ['openNipple', 'thicknessPoints', 'runout', 'hoseUnderPressure', 'padLabels', 'hardwareLook'];
/** What opens the hydraulics or moves a piston: the pedal is pressed again. What takes a wheel off: its nuts. */
const OPENS = [...AIR, ...LEAK, 'caliperFreed', 'boosterRepaired', 'pistonsPumpedOut', 'padsSanded', 'pushed', 'begun'];
const WHEEL_OFF = ['caliperFreed', 'caliperReplaced', ...PLAY, 'padsSanded', 'hardwareRefitted', 'wheelOff'];
const OF_CAR = new Set(['pedalFirm', 'level', 'boosterWorks']);
const SHOWN_BY_LINE: Record<string, string> = {
  leaks: 'dry',
  hoses: 'hosesSound',
  faces: 'facesSound',
  wheelInside: 'wheelDry',
  wheelPlay: 'rockedTight',
};
const AIR_C = 20;
/** mm² of one side of the front caliper, of the rear one: two bores of 38, one of 40; and what is behind them, mL. */
const FRONT = 2 * 1134.115;
const REAR = 1256.637;

type PadsRead = Extract<Entry, { what: 'pads' }>;

interface Sighting {
  rule: string;
  corner: Wheel | null;
  at: number;
  by: string;
  way: string;
}
interface Done {
  at: number;
  act: string;
  where: Wheel[];
  ml?: number;
}
interface Proof {
  at: number;
  proof: string;
  where: Wheel[];
  right: boolean;
}

const of = (corner: Wheel | null): Wheel[] => (corner ? [corner] : WHEELS);
const ruleOf = (seen: Seen): string => (seen.fault === 'crack' && (seen.lengthMm ?? 0) > 10 ? 'longCrack' : seen.fault);

/** What a car may be wanted for. */
export type Errand = 'lift' | 'ground' | 'road' | 'bedding' | 'session' | 'event';
const MAY_COME_DOWN = [
  'dry',
  'wheelFree',
  'padsMatch',
  'hardwareRight',
  'list wheelsOn',
  'list faceToRotor',
  'list pins',
];
const MAY_ROLL = [
  ...MAY_COME_DOWN,
  'pedalFirm',
  'boosterWorks',
  'level',
  'torqued',
  'noPlay',
  'list parkingBrakeNormal',
];
/** Whether what would be shown to be right again is of any matter for an errand; what nothing shows to be right always is. */
const matters = (errand: Errand, shown: readonly string[]): boolean =>
  shown.length === 0 ||
  (errand === 'lift'
    ? shown.some((p) => MAY_COME_DOWN.includes(p))
    : errand === 'ground'
      ? shown.some((p) => MAY_ROLL.includes(p))
      : true);

/**
 * Why the car must not be used for an errand now; `unsure` where only a cause that nobody has named stands against it, `never` what of all that the
 * errand asks for nobody has ever looked at.
 * @param hotMl behind the pistons
 */
export function forbids(
  diary: readonly Entry[],
  minMl: number,
  hotMl: Record<Wheel, number>,
  errand: Errand = 'event',
): { why: string[]; unsure: string[]; never: string[] } {
  const entries = [...diary].sort((a, b) => a.at - b.at);
  const seen: Sighting[] = [];
  const done: Done[] = [];
  const shown: Proof[] = [];
  const see = (e: Entry, name: string, corner: Wheel | null, way = ''): void => {
    if (RULES[name]) seen.push({ rule: name, corner, at: e.at, by: e.by, way });
  };
  const show = (e: Entry, proof: string, where: Wheel[], right: boolean): void =>
    void shown.push({ at: e.at, proof, where, right });
  const act = (e: Entry, name: string, where: Wheel[], ml?: number): void =>
    void done.push({ at: e.at, act: name, where, ...(ml === undefined ? {} : { ml }) });
  const said: { word: string; at: number }[] = [];
  const temps: Partial<Record<Wheel, number>> = {};
  let session: Extract<Entry, { what: 'session' }> | null = null;
  const allPads = (corner: string, from: number, until: number) =>
    entries.filter((e): e is PadsRead => e.what === 'pads' && e.corner === corner && e.at >= from && e.at <= until);
  /** What was typed instead of an entry, and instead of that. */
  const instead = (e: Entry): PadsRead[] => {
    const next = entries.find((x): x is PadsRead => x.what === 'pads' && x.instead === e);
    return next ? [next, ...instead(next)] : [];
  };
  const pads = (corner: string, from: number, until: number) =>
    allPads(corner, from, until).filter((e) => instead(e).length === 0);

  for (const e of entries) {
    switch (e.what) {
      case 'session':
        session = e;
        for (const w of WHEELS) delete temps[w];
        for (const word of e.said) said.push({ word, at: e.at });
        break;
      case 'opened':
        for (const word of e.signs) said.push({ word, at: e.at });
        break;
      case 'look': {
        const back = entries.find((x) => x.what === 'takenBack' && x.entry === e);
        const rest = back?.what === 'takenBack' ? back : null;
        // A correction: what it leaves counts; what it takes back counts on, unless the lead or another took it back.
        const now = rest ? rest.leaves : e.faults;
        for (const f of e.faults) {
          const isKept = now.some((n) => n.fault === f.fault && n.corner === f.corner);
          const mayGo = rest !== null && (rest.by === 'lead' || rest.by !== e.by);
          // What a correction leaves in, whoever corrects says too.
          const by = isKept && rest ? rest.by : e.by;
          if (isKept || !mayGo || !rest) see({ ...e, by }, ruleOf(f), f.corner, `look ${e.line}`);
        }
        if (e.line === 'pedal') show(e, 'pedalFirm', WHEELS, now.length === 0);
        else if (SHOWN_BY_LINE[e.line])
          for (const w of WHEELS)
            show(e, SHOWN_BY_LINE[e.line]!, [w], !now.some((f) => f.corner === w && f.fault !== 'crazing'));
        break;
      }
      case 'heat': {
        temps[e.corner] = e.tempC;
        const [l, r]: [Wheel, Wheel] = e.corner.startsWith('F') ? ['FL', 'FR'] : ['RL', 'RR'];
        const [a, b] = [temps[l], temps[r]];
        if (a === undefined || b === undefined) break;
        const [high, low, hot] = [Math.max(a, b), Math.min(a, b), a >= b ? l : r];
        const share = (high - AIR_C) / Math.max(5, low - AIR_C);
        const isFar = high - low >= 140 && share >= 2;
        const pulls = session?.said.includes('pulls') === true && high - low >= 80 && share >= 1.8;
        if (isFar || pulls) see(e, 'drags', hot);
        break;
      }
      case 'level': {
        if (!session) break;
        let before: Extract<Entry, { what: 'level' }> | null = null;
        for (const x of entries) {
          if (x.at >= session.at) break;
          if (x.what === 'level') before = x;
          if (x.what === 'drawn' || (x.what === 'fitted' && (x.pads || x.rotors))) before = null;
        }
        if (e.ml < minMl) see(e, 'underMin', null, 'level');
        else if (before) {
          const next = entries.find((x) => x.what === 'session' && x.at > session!.at)?.at ?? Infinity;
          let wear = 0;
          for (const corner of WHEELS) {
            // Pads that came new were read since; of what was on before, nothing is known of this session.
            const since = lastFitted(entries, corner, Infinity);
            const old = pads(corner, since, before.at).at(-1);
            const new_ = pads(corner, Math.max(since, session.at), next - 1).at(-1);
            if (!old || !new_) continue;
            const [inner, outer] = [Math.max(0, old.inner - new_.inner), Math.max(0, old.outer - new_.outer)];
            wear += ((corner.startsWith('F') ? FRONT : REAR) * (inner + outer)) / 1000;
          }
          if (before.ml + before.added - e.ml - wear > 20 + 4 + 0.3 * wear) see(e, 'leaksByLevel', null, 'level');
        }
        show(e, 'level', WHEELS, e.ml + e.added >= minMl);
        if (e.added > 0) act(e, 'levelSet', WHEELS);
        break;
      }
      case 'torque':
        if (e.off) seen.push({ rule: 'torque', corner: null, at: e.at, by: e.by, way: e.key });
        done.push({ at: e.at, act: `torqued ${e.key}`, where: WHEELS });
        shown.push({ at: e.at, proof: `torqued ${e.key}`, where: WHEELS, right: !e.off });
        break;
      case 'bearing':
        if (e.mm > 0.5) see(e, 'play', e.corner, `bearing ${e.corner}`);
        show(e, 'noPlay', [e.corner], e.mm <= 0.5);
        show(e, 'rockedTight', [e.corner], e.mm <= 0.5);
        break;
      case 'pedal': {
        if (e.feel === 'soft') see(e, 'pedalSoft', null, 'pedal');
        if (e.feel === 'long') see(e, 'pedalLong', null, 'pedal');
        if (e.sinks) see(e, 'pedalSinks', null, 'pedal');
        show(e, 'boosterWorks', WHEELS, true);
        show(e, 'pedalFirm', WHEELS, (e.feel === 'firm' || e.feel === 'acceptable') && !e.sinks);
        break;
      }
      case 'list':
        for (const { check, corner, ok } of e.items) {
          // A hose somewhere: each of them is in doubt.
          for (const w of check === 'hoses' ? of(corner) : [corner])
            if (!ok) see(e, `list ${check}`, w, `list ${e.step}`);
          show(e, `list ${check}`, of(corner), ok);
          if (check === 'leaks' || check === 'unionsUnderPedal') show(e, 'dry', of(corner), ok);
          if (check === 'wheelsTurnFree') show(e, 'wheelFree', of(corner), ok);
          if (check === 'hoses') show(e, 'hosesSound', of(corner), ok);
        }
        break;
      case 'checked': {
        const opened = entries.find((x) => x.what === 'opened' && x.id === e.diagnosis);
        const corner = opened?.what === 'opened' ? opened.corner : null;
        const fault = FOUND_BY_CHECK[e.check]?.[e.outcome];
        const proof = SHOWN_BY_CHECK[e.check]?.[e.outcome];
        if (WHEEL_OFF_CHECKS.includes(e.check)) act(e, 'wheelOff', of(corner));
        if (fault) see(e, fault, corner);
        if (proof) show(e, proof, WHEELS, true);
        break;
      }
      case 'pushed':
        act(e, 'pushed', e.axle === 'front' ? ['FL', 'FR'] : ['RL', 'RR']);
        break;
      case 'queueSaid':
        for (const word of e.words) said.push({ word, at: e.at });
        break;
      // Whoever has begun on the hydraulics in the paddock may have opened them; nothing is cured by it.
      case 'queueBegun': {
        const where: Wheel[] = e.axle === null ? WHEELS : e.axle === 'front' ? ['FL', 'FR'] : ['RL', 'RR'];
        const isWet = e.works.some((w) => ['hoses', 'bleed', 'flush'].includes(w));
        if (isWet) act(e, 'begun', where);
        if (isWet || e.works.some((w) => ['pads', 'rotors'].includes(w))) act(e, 'wheelOff', where);
        if (e.works.some((w) => ['pads', 'rotors'].includes(w))) act(e, 'pushed', where);
        break;
      }
      case 'boiled':
        see(e, 'boiled', null);
        break;
      case 'drawn':
        for (const w of WHEELS) act(e, 'bled', [w], e.mlEach);
        if (e.isWhole) act(e, 'flushed', WHEELS);
        break;
      case 'fitted': {
        const where: Wheel[] = e.axle === 'front' ? ['FL', 'FR'] : ['RL', 'RR'];
        if (e.pads) act(e, 'padsChanged', where);
        if (e.rotors) act(e, 'rotorsChanged', where);
        break;
      }
      case 'referred':
        if (!e.driven) see(e, 'referred', null);
        break;
      case 'workshop':
        act(e, 'workshop', WHEELS);
        break;
      case 'repair':
        act(e, e.repair, of(e.corner));
        break;
      case 'recheck':
        if (!e.right && NOT_RIGHT[e.proof]) see(e, NOT_RIGHT[e.proof]!, OF_CAR.has(e.proof) ? null : e.corner);
        show(e, e.proof, OF_CAR.has(e.proof) ? WHEELS : of(e.corner), e.right);
        break;
      case 'pads':
        break;
      default:
        break;
    }
  }

  const isShown = (proof: string, where: Wheel[], since: number): boolean =>
    where.every((w) => {
      const last = shown.filter((p) => p.proof === proof && p.where.includes(w)).at(-1);
      return last !== undefined && last.right && last.at >= since;
    });
  const curedAt = (by: string[], where: Wheel[], since: number): number | null => {
    const drawn: Partial<Record<Wheel, number>> = {};
    for (const d of done) {
      if (d.at <= since || !by.includes(d.act) || !d.where.some((w) => where.includes(w))) continue;
      if (d.act !== 'bled') return d.at;
      for (const w of d.where) drawn[w] = (drawn[w] ?? 0) + (d.ml ?? 0);
      if (where.every((w) => (drawn[w] ?? 0) >= hotMl[w])) return d.at;
    }
    return null;
  };

  const why: string[] = [];
  const unsure: string[] = [];
  const last = new Map<string, Sighting>();
  for (const s of seen) last.set(`${s.rule} ${s.corner ?? ''} ${s.rule === 'torque' ? s.way : ''}`, s);
  for (const s of last.values()) {
    const r = RULES[s.rule]!;
    if (!matters(errand, r.shown)) continue;
    const where = of(s.corner);
    const key = s.rule === 'torque' ? ` ${s.way}` : '';
    const isMeasured = r.by.length === 0 && r.shown.length > 0;
    const at = isMeasured ? s.at : curedAt(s.rule === 'torque' ? [`torqued${key}`] : r.by, where, s.at);
    const isOver =
      at !== null &&
      r.shown.every((p) => isShown(p === 'torqued' ? `torqued${key}` : p, OF_CAR.has(p) ? WHEELS : where, at));
    // Looked at a second time in the same way, with a reason, by somebody else or the lead, and not found.
    const isTakenBack = entries.some((e) => {
      if (e.at <= s.at || !(e.by === 'lead' || e.by !== s.by)) return false;
      // A look that was itself put right is no second look, and what was put in its place gives no reason of its own.
      if (entries.some((x) => x.what === 'takenBack' && x.entry === e)) return false;
      if (e.what === 'look')
        return (
          s.way === `look ${e.line}` &&
          e.reason !== '' &&
          !e.faults.some((f) => ruleOf(f) === s.rule && f.corner === s.corner)
        );
      if (e.what === 'bearing') return s.way === `bearing ${e.corner}` && e.reason !== '' && e.mm <= 0.5;
      if (e.what === 'list')
        return (
          s.way === `list ${e.step}` && e.reason !== '' && e.items.every((i) => i.ok || `list ${i.check}` !== s.rule)
        );
      return false;
    });
    if (!isOver && !isTakenBack) why.push(`${s.rule} ${s.corner ?? ''}`.trim());
  }
  const voidedAt = (by: string[], where: Wheel[]): number =>
    Math.max(-1, ...done.filter((d) => by.includes(d.act) && d.where.some((w) => where.includes(w))).map((d) => d.at));
  const pedalAt = voidedAt(OPENS, WHEELS);
  const isOnGround = errand !== 'lift';
  if (isOnGround && pedalAt >= 0 && !isShown('pedalFirm', WHEELS, pedalAt)) why.push('pedal not pressed since');
  for (const w of WHEELS) {
    const play = voidedAt(PLAY, [w]);
    if (isOnGround && errand !== 'ground' && play >= 0 && !isShown('noPlay', [w], play))
      why.push(`play not measured since ${w}`);
    const off = voidedAt(WHEEL_OFF, [w]);
    const nuts = `torqued ${w.startsWith('F') ? 'frontWheel' : 'rearWheel'} ${w}`;
    if (isOnGround && off >= 0 && !isShown(nuts, WHEELS, off)) why.push(`nuts not torqued since ${w}`);
    const joint = voidedAt([...LEAK, 'begun'], [w]);
    if (joint >= 0 && !isShown('dry', [w], joint)) why.push(`joint not looked at since ${w}`);
  }
  const lastSaid = new Map<string, number>();
  for (const { word, at } of said) lastSaid.set(word, at);
  for (const [word, at] of lastSaid) {
    if (!DOUBTFUL.includes(word)) continue;
    const own = entries.filter((e) => e.what === 'opened' && e.signs.includes(word) && e.at >= at);
    const ids = own.map((e) => (e.what === 'opened' ? e.id : -1));
    const named = entries.filter((e) => e.what === 'closed' && ids.includes(e.diagnosis)).at(-1);
    if (named?.what !== 'closed') {
      // What its suspects want shown may be of matter, and may not.
      if (!matters(errand, ['pedalFirm'])) {
        unsure.push(word);
        continue;
      }
      // Of a cause that nobody has named this much is sure: the pedal has been pressed, and is firm.
      if (isShown('pedalFirm', WHEELS, at)) unsure.push(word);
      else why.push(`driver: ${word}`);
      continue;
    }
    const opened = own.find((e) => e.what === 'opened' && e.id === named.diagnosis);
    const where = of(opened?.what === 'opened' ? opened.corner : null);
    const r = CAUSES[named.cause]!;
    if (!matters(errand, [...r.shown, 'pedalFirm'])) continue;
    const cure = curedAt(r.by, where, at);
    const isOver =
      cure !== null && [...r.shown, 'pedalFirm'].every((p) => isShown(p, OF_CAR.has(p) ? WHEELS : where, cure));
    if (!isOver) why.push(`driver: ${word}`);
  }
  // A cause that was named for signs that hold nothing by themselves may hold by itself.
  for (const e of entries) {
    const named = entries.find((x) => x.what === 'closed' && e.what === 'opened' && x.diagnosis === e.id);
    if (e.what === 'opened' && named?.what === 'closed' && !e.signs.some((word) => DOUBTFUL.includes(word)))
      unsure.push(`cause: ${named.cause}`);
  }
  for (const corner of WHEELS) {
    for (const side of ['inner', 'outer'] as const) {
      // Who has read it too thin, until somebody else or the lead says otherwise and why; typed anew by the same hand it stands.
      let thin: string | null = null;
      for (const e of allPads(corner, lastFitted(entries, corner, Infinity), Infinity)) {
        const typed = instead(e);
        if (typed.some((x) => x.by === 'lead' || x.by !== e.by)) continue;
        if (e[side] < 3) thin = e.by;
        else if (typed.length === 0 && e.reason !== '' && (e.by === 'lead' || e.by !== thin)) thin = null;
      }
      if (thin) why.push(`thin: ${corner} ${side}`);
    }
  }
  const wasSeen = (proof: string, w: Wheel): boolean => shown.some((p) => p.proof === proof && p.where.includes(w));
  const asked = !['bedding', 'session', 'event'].includes(errand)
    ? []
    : ['pedalFirm', 'dry', 'level', ...(errand === 'bedding' ? [] : ['rockedTight'])];
  const never = asked.filter((proof) => WHEELS.some((w) => !wasSeen(proof, w)));
  const nuts = WHEELS.map((w) => `torqued ${w.startsWith('F') ? 'frontWheel' : 'rearWheel'} ${w}`);
  if (asked.length > 0 && nuts.some((key) => !wasSeen(key, 'FL'))) never.push('torqued');
  return { why, unsure, never };
}

function lastFitted(entries: readonly Entry[], corner: string, until: number): number {
  const axle = corner.startsWith('F') ? 'front' : 'rear';
  return entries.filter((e) => e.what === 'fitted' && e.axle === axle && e.pads && e.at < until).at(-1)?.at ?? -1;
}
/** Causes that a season names: what the others want shown a season has too many ways to show. */
export const causesOfOracle = Object.keys(CAUSES).slice(0, 12);
