/**
 * Whether a car may go, said a second time and in another way: straight over the raw facts, with nothing of the gate in it. Limits are those
 * of the test's own car and shop, written out.
 */
import type { Corner, Fact } from '../../src/model';

type Of<K extends Fact['kind']> = Extract<Fact, { kind: K }>;
export interface OracleLimits {
  /** Who may take back what they found themselves. */
  lead: string;
  padMm: number;
  discardMm: number;
  reservoirMinMl: number;
  reservoirMaxMl: number;
  nipples: number;
  /** Figure and count of each kind of fastener, by its key; the axle it belongs to. */
  fasteners: Record<string, { nm: number; count: number; axle: 'front' | 'rear'; isWheel: boolean; isNipple: boolean }>;
}

const corners: Corner[] = ['FL', 'FR', 'RL', 'RR'];
const axleOf = (corner: Corner): 'front' | 'rear' => (corner.startsWith('F') ? 'front' : 'rear');
const deadly = { pads: ['crackThrough', 'lifting', 'crumbling', 'oily'], rotors: ['toEdge', 'joinsHoles'] };

/** Facts that nobody has replaced, oldest first. */
export function counting(facts: readonly Fact[]): Fact[] {
  const gone = new Set(facts.map((f) => f.replaces));
  return facts
    .filter((f) => !gone.has(f.id) && f.kind !== 'withdrawal')
    .sort((a, b) => (a.at === b.at ? (a.id < b.id ? -1 : 1) : a.at < b.at ? -1 : 1));
}

/** What is on an axle after each fitting: the label, or the fitting itself where there is none. */
function partOn(facts: readonly Fact[], axle: 'front' | 'rear', of: 'pads' | 'rotors', until: number): string {
  let part = `${axle} as it came`;
  facts.slice(0, until).forEach((f) => {
    if (f.kind !== 'partsFitted' || f.axle !== axle) return;
    const label = of === 'pads' ? f.padSetId : f.rotorPairId;
    if (label) part = label;
    else if (f.changed === of || f.changed === 'both') part = f.id;
  });
  return part;
}

/**
 * Everything deadly that was read on the part that is on a corner now, and that nobody who may has taken back: by typing it anew, or by reading it
 * again and saying why; never whoever found it.
 */
function seen(all: readonly Fact[], corner: Corner, of: 'pads' | 'rotors', limits: OracleLimits): string[] {
  const counts = new Set(counting(all));
  const facts = all
    .filter((f) => counts.has(f) || f.kind === 'padMeasurement' || f.kind === 'rotorMeasurement')
    .sort((a, b) => (a.at === b.at ? (a.id < b.id ? -1 : 1) : a.at < b.at ? -1 : 1));
  const instead = (f: Fact): Fact[] => {
    const next = all
      .filter((x) => x.replaces === f.id)
      .sort((a, b) => (a.recordedAt < b.recordedAt ? -1 : 1))
      .at(-1);
    return next ? [next, ...instead(next)] : [];
  };
  const may = (found: string, by: string): boolean => by === limits.lead || by !== found;
  const now = partOn(facts, axleOf(corner), of, facts.length);
  const standing = new Map<string, string>();
  facts.forEach((f, i) => {
    const isReading = of === 'pads' ? f.kind === 'padMeasurement' : f.kind === 'rotorMeasurement';
    if (!isReading || (f as Of<'padMeasurement'>).corner !== corner) return;
    const label = (f as Partial<Of<'padMeasurement'> & Of<'rotorMeasurement'>>)[
      of === 'pads' ? 'padSetId' : 'rotorPairId'
    ];
    if ((label ?? partOn(facts, axleOf(corner), of, i)) !== now) return;
    const here =
      f.kind === 'padMeasurement'
        ? [...f.inner.conditions.map((c) => `inner ${c}`), ...f.outer.conditions.map((c) => `outer ${c}`)].filter((c) =>
            deadly.pads.includes(c.split(' ')[1]!),
          )
        : deadly.rotors.filter((c) => c === (f as Of<'rotorMeasurement'>).crack);
    if (f.kind === 'padMeasurement')
      for (const side of ['inner', 'outer'] as const) if (f[side].thicknessMm < limits.padMm) here.push(`${side} thin`);
    if (!counts.has(f) && instead(f).some((x) => may(f.by, x.by))) return;
    if (counts.has(f) && (f as { explanation?: string }).explanation)
      for (const [what, by] of standing) if (may(by, f.by)) standing.delete(what);
    for (const what of here) standing.set(what, f.by);
  });
  return [...standing.keys()];
}

/** Draws during which the reservoir stood under MIN: as somebody read it; by the sum only where nothing was topped up meanwhile. */
function lowDraws(facts: readonly Fact[], { reservoirMinMl, reservoirMaxMl }: OracleLimits): Set<string> {
  const low = new Set<string>();
  let level = reservoirMaxMl;
  for (const f of facts) {
    if (f.kind === 'reservoirSeen') level = f.levelMl;
    if (f.kind === 'pistonsRetracted') level = Math.min(reservoirMaxMl, f.levelAfterMl);
    if (f.kind === 'exchangeBegun') level = Math.max(0, level + f.refillMl - f.drawnOffMl);
    if (f.kind === 'reservoirToppedUp') level += f.volumeMl;
    if (f.kind !== 'nippleBled') continue;
    const isUnder =
      f.lowestLevelMl === null
        ? f.toppedUpMl === 0 && level - f.volumeMl < reservoirMinMl
        : f.lowestLevelMl < reservoirMinMl;
    if (isUnder) low.add(f.id);
    level = Math.max(0, level - f.volumeMl + f.toppedUpMl);
  }
  return low;
}

/** Why a car must not go, whatever anybody waives; empty when it may. @param all every fact of the job, replaced ones included */
export function forbidden(all: readonly Fact[], limits: OracleLimits): string[] {
  const facts = counting(all);
  const last = <K extends Fact['kind']>(kind: K, test: (f: Of<K>) => boolean = () => true): Of<K> | undefined =>
    facts.findLast((f) => f.kind === kind && test(f as Of<K>)) as Of<K> | undefined;
  const why: string[] = [];

  const gate = facts.findLastIndex((f) => f.kind === 'pedalCheck' && f.moment === 'gate');
  const opens = ['nippleBled', 'exchangeBegun', 'pistonsRetracted', 'partsFitted'];
  const pedal = facts[gate] as Of<'pedalCheck'> | undefined;
  if (!pedal || facts.slice(gate).some((f) => opens.includes(f.kind))) why.push('pedal not pumped since');
  else if (pedal.feel === 'soft' || pedal.sinks === true) why.push('pedal soft or sinking');

  for (const corner of corners) {
    const axle = axleOf(corner);
    for (const part of ['pads', 'rotors'] as const)
      for (const s of seen(all, corner, part, limits)) why.push(`${corner} ${s}`);
    // Fasteners of a wheel always; of an axle whose parts were changed, since they were.
    const fittedAt = facts.findLastIndex((f) => f.kind === 'partsFitted' && f.axle === axle && f.changed !== 'none');
    for (const [key, f] of Object.entries(limits.fasteners)) {
      if (f.axle !== axle || f.isNipple || !(f.isWheel || fittedAt >= 0)) continue;
      const set = facts
        .slice(fittedAt + 1)
        .findLast((t) => t.kind === 'torqueSet' && t.fastenerKey === key && t.corner === corner);
      if (set?.kind !== 'torqueSet') why.push(`${corner} ${key} not torqued`);
      else {
        // Where somebody said which fastener each click was on, the last one of each counts; else the last round.
        const byHand = set.positions?.length === set.readingsNm.length ? set.positions : null;
        const lastOf = byHand ? new Map(byHand.map((p, i) => [p, set.readingsNm[i]!])) : null;
        const counted = lastOf ? [...lastOf.values()] : set.readingsNm.slice(-f.count);
        if (counted.length < f.count || counted.some((nm) => Math.abs(nm / f.nm - 1) > 0.08 + 1e-9))
          why.push(`${corner} ${key} out of its band`);
      }
    }
  }

  const begun = last('exchangeBegun');
  if (begun) {
    const draws = facts.filter((f): f is Of<'nippleBled'> => f.kind === 'nippleBled' && f.exchangeId === begun.id);
    const low = lowDraws(facts, limits);
    const under = draws.findLastIndex((d) => low.has(d.id));
    const at = new Map(draws.slice(under + 1).map((d) => [d.index, d]));
    if (at.size < limits.nipples) why.push('exchange not finished');
    for (const d of at.values()) {
      if (!d.isShut) why.push(`${d.corner} nipple open`);
      const figure = Object.values(limits.fasteners).find((f) => f.isNipple && f.axle === axleOf(d.corner))!;
      if (d.torqueNm === null || Math.abs(d.torqueNm / figure.nm - 1) > 0.08 + 1e-9)
        why.push(`${d.corner} nipple torque`);
    }
  }

  for (const axle of ['front', 'rear'] as const) {
    const back = facts.findLastIndex((f) => f.kind === 'pistonsRetracted' && f.axle === axle);
    if (back >= 0 && !facts.slice(back).some((f) => f.kind === 'partsFitted' && f.axle === axle))
      why.push(`${axle} pistons back and nothing fitted`);
  }
  const look = last('checksDone', (f) => f.step === 'look');
  /** A joint tightened since, and all of them seen dry under a held pedal after that: no leak any more. */
  const isSealed = (check: string): boolean => {
    const found = facts.findLastIndex(
      (f) => f.kind === 'checksDone' && f.items.some((i) => i.check === check && i.result === 'fault'),
    );
    const joint = facts.findIndex((f, i) => i > found && f.kind === 'torqueSet' && /hose/i.test(f.fastenerKey));
    const dry = facts.findLast(
      (f, i) => i > joint && f.kind === 'checksDone' && f.items.some((x) => x.check === 'unionsUnderPedal'),
    );
    return (
      check === 'leaks' &&
      joint >= 0 &&
      dry?.kind === 'checksDone' &&
      dry.items.every((i) => i.check !== 'unionsUnderPedal' || i.result === 'ok')
    );
  };
  const never = [
    'leaks',
    'faceToRotor',
    'pins',
    'parkingBrakeNormal',
    'wheelsOn',
    'unionsUnderPedal',
    'wheelsTurnFree',
  ];
  for (const step of new Set(facts.flatMap((f) => (f.kind === 'checksDone' ? [f.step] : []))))
    for (const item of last('checksDone', (f) => f.step === step)!.items)
      if (item.result === 'fault' && never.includes(item.check) && !isSealed(item.check))
        why.push(`${item.check} not in order`);
  for (const item of look?.items ?? []) {
    if (item.check !== 'hoses' || item.result !== 'fault') continue;
    const decided = last('partsDecision', (d) => d.subject === 'hoses' && d.corner === item.corner);
    if (item.corner === null || decided?.action !== 'change') why.push('hose not in order');
  }
  return why;
}
