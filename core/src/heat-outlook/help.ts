/** What would help: the case in hand with one thing changed, computed. */
import type { Axle } from '../model';
import type { HeatCase } from './case';
import { computeOutlook } from './compute';
import { type HeatOutlook, edgeOf, hottestAxle } from './outlook';

/** Another set, pair or fluid that is on the shelf. */
export interface OnShelf {
  padSets: {
    id: string;
    label: string;
    axle: Axle;
    compound: string;
    thicknessMm: number;
    friction: number | null;
    maxTempC: number | null;
  }[];
  rotorPairs: {
    id: string;
    label: string;
    axle: Axle;
    massKg: number;
    outerMm: number;
    innerMm: number;
    thicknessMm: number;
    isVented: boolean;
  }[];
  /** What each would boil at on the day, °C. */
  fluids: { id: string; name: string; boilsAtC: number }[];
}

/** What is changed, as data: for whoever words it, plans it or takes it into a list. */
export type HelpChange =
  | { change: 'ductsOn' }
  | { change: 'coolDownLap' }
  | { change: 'shorterSession'; drivenMin: number }
  | { change: 'newPads'; axle: Axle; thicknessMm: number }
  | { change: 'padSet'; axle: Axle; id: string; label: string; compound: string }
  | { change: 'rotorPair'; axle: Axle; id: string; label: string }
  | { change: 'biggerRotors'; axle: Axle; morePercent: number }
  | { change: 'fluid'; id: string; name: string };

export interface Help {
  change: HelpChange;
  /** By how much the fluid's margin grows, °C. */
  fluidGainC: number;
  /** By how much the pads' margin to their compound grows, °C; null where nobody knows what they stand. */
  padGainC: number | null;
}

/** What limits the case now. */
export interface HelpLimits {
  /** Boiling point on the day; null where nobody knows. */
  boilsAtC: number | null;
  /** Highest temperature of the compounds; null where nobody knows. */
  maxPadC: Record<Axle, number | null>;
  newPadMm: Record<Axle, number>;
}

/** Less than this is no help, °C. */
const LEAST_GAIN_C = 1;
const PAD_GAIN_C = 5;
const SHORTER = 2 / 3;
const BIGGER_PERCENT = 20;

const rotorInput = (axle: Axle): 'frontRotorKg' | 'rearRotorKg' => `${axle}RotorKg`;

function changesOf(
  c: HeatCase,
  shelf: OnShelf,
  limits: HelpLimits,
  axle: Axle,
): { change: HelpChange; then: HeatCase }[] {
  const { session } = c;
  const found: { change: HelpChange; then: HeatCase }[] = [];
  const inputWith = (key: keyof HeatCase['inputs'], value: number): HeatCase => ({
    ...c,
    inputs: { ...c.inputs, [key]: { ...c.inputs[key], value } },
  });
  if (session.ducts !== 'on' && axle === 'front')
    found.push({ change: { change: 'ductsOn' }, then: { ...c, session: { ...session, ducts: 'on' } } });
  if (!session.coolDownLap)
    found.push({ change: { change: 'coolDownLap' }, then: { ...c, session: { ...session, coolDownLap: true } } });
  if (session.drivenMin !== null && session.drivenMin >= 9) {
    const drivenMin = Math.round(session.drivenMin * SHORTER);
    found.push({ change: { change: 'shorterSession', drivenMin }, then: { ...c, session: { ...session, drivenMin } } });
  }
  const padMm = c.inputs[`${axle}PadMm`].value;
  if (limits.newPadMm[axle] > padMm + 1)
    found.push({
      change: { change: 'newPads', axle, thicknessMm: limits.newPadMm[axle] },
      then: inputWith(`${axle}PadMm`, limits.newPadMm[axle]),
    });
  for (const set of shelf.padSets.filter((s) => s.axle === axle)) {
    const then = inputWith(`${axle}PadMm`, set.thicknessMm);
    const friction = `${axle}Friction` as const;
    found.push({
      change: { change: 'padSet', axle, id: set.id, label: set.label, compound: set.compound },
      then:
        set.friction === null
          ? then
          : { ...then, inputs: { ...then.inputs, [friction]: { ...c.inputs[friction], value: set.friction } } },
    });
  }
  const kg = c.inputs[rotorInput(axle)].value;
  for (const pair of shelf.rotorPairs.filter((r) => r.axle === axle && r.massKg > kg)) {
    const then = inputWith(rotorInput(axle), pair.massKg);
    found.push({
      change: { change: 'rotorPair', axle, id: pair.id, label: pair.label },
      then: {
        ...then,
        axles: {
          ...c.axles,
          [axle]: {
            ...c.axles[axle],
            outerMm: pair.outerMm,
            innerMm: pair.innerMm,
            thicknessMm: pair.thicknessMm,
            isVented: pair.isVented,
          },
        },
      },
    });
  }
  if (c.axles[axle].brake !== 'drum') {
    const more = 1 + BIGGER_PERCENT / 100;
    const side = Math.sqrt(more);
    const a = c.axles[axle];
    const then = inputWith(rotorInput(axle), kg * more);
    found.push({
      change: { change: 'biggerRotors', axle, morePercent: BIGGER_PERCENT },
      // As thick, on a larger circle.
      then: { ...then, axles: { ...c.axles, [axle]: { ...a, outerMm: a.outerMm * side, innerMm: a.innerMm * side } } },
    });
  }
  return found;
}

/**
 * What would help, the most first. The factors that were fitted to the car's readings hold for each change.
 * @param certaintyPercent of the edge that the margins are reckoned to
 */
export function helpFor(c: HeatCase, shelf: OnShelf, limits: HelpLimits, certaintyPercent: number): Help[] {
  const now = computeOutlook(c);
  const axle = hottestAxle(now.axles, 'fluidC', certaintyPercent);
  const fluidEdge = (o: HeatOutlook): number =>
    Math.max(edgeOf(o.axles.front.fluidC, certaintyPercent), edgeOf(o.axles.rear.fluidC, certaintyPercent));
  const padMargin = (o: HeatOutlook, maxC: number | null): number | null =>
    maxC === null ? null : maxC - edgeOf(o.axles[axle].faceC, certaintyPercent);
  const before = padMargin(now, limits.maxPadC[axle]);
  const computed = changesOf(c, shelf, limits, axle).map(({ change, then }): Help => {
    const after = computeOutlook(then);
    const maxC =
      change.change === 'padSet'
        ? (shelf.padSets.find((s) => s.id === change.id)?.maxTempC ?? null)
        : limits.maxPadC[axle];
    const margin = padMargin(after, maxC);
    return {
      change,
      fluidGainC: fluidEdge(now) - fluidEdge(after),
      padGainC: before === null || margin === null ? null : margin - before,
    };
  });
  const fluids = shelf.fluids.map((f): Help => ({
    change: { change: 'fluid', id: f.id, name: f.name },
    fluidGainC: limits.boilsAtC === null ? 0 : f.boilsAtC - limits.boilsAtC,
    padGainC: null,
  }));
  const best = (h: Help): number => Math.max(h.fluidGainC, 0.5 * (h.padGainC ?? 0));
  return (
    [...computed, ...fluids]
      // What helps the fluid at the cost of the pads is no help.
      .filter(
        (h) => (h.padGainC ?? 0) > -PAD_GAIN_C && (h.fluidGainC >= LEAST_GAIN_C || (h.padGainC ?? 0) >= PAD_GAIN_C),
      )
      .sort((a, b) => best(b) - best(a))
  );
}
