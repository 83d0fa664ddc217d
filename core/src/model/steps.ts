import { type Axle, type Corner, axles, corners } from './terms';

/** Kinds of steps of a guided service, in the order of the work. */
export const stepKinds = [
  'pedalBaseline',
  'driver',
  'reservoir',
  'boil',
  'ground',
  'pads',
  'rotor',
  'wheelBearing',
  'look',
  'decide',
  'retract',
  'fit',
  'torque',
  'exchange',
  'leakDown',
  'bleed',
  'clutch',
  'level',
  'pedalGate',
  'down',
  'wheels',
  'release',
] as const;
export type StepKind = (typeof stepKinds)[number];

/** What of the car one step is about: all of it, a corner, an axle, or a turn in the bleeding sequence. */
export type StepScope = 'car' | 'corner' | 'axle' | 'turn';

export const stepScopes = {
  pedalBaseline: 'car',
  driver: 'car',
  reservoir: 'car',
  boil: 'car',
  ground: 'car',
  pads: 'corner',
  rotor: 'corner',
  wheelBearing: 'corner',
  look: 'car',
  decide: 'car',
  retract: 'axle',
  fit: 'axle',
  exchange: 'car',
  leakDown: 'car',
  bleed: 'turn',
  clutch: 'car',
  torque: 'axle',
  level: 'car',
  pedalGate: 'car',
  down: 'car',
  wheels: 'car',
  release: 'car',
} as const satisfies Record<StepKind, StepScope>;

type KindOf<S extends StepScope> = { [K in StepKind]: (typeof stepScopes)[K] extends S ? K : never }[StepKind];

/** Openings of bleed nipples that one exchange can have. */
export const MAX_TURNS = 12;

/** One step of a service, as facts and addresses name it: `decide`, `pads.FL`, `fit.front`, `bleed.0`. */
export type StepKey =
  KindOf<'car'> | `${KindOf<'corner'>}.${Corner}` | `${KindOf<'axle'>}.${Axle}` | `${KindOf<'turn'>}.${number}`;

/** What a step key stands for. */
export interface StepId {
  key: StepKey;
  kind: StepKind;
  corner: Corner | null;
  axle: Axle | null;
  turn: number | null;
}

export interface StepPlace {
  corner?: Corner;
  axle?: Axle;
  turn?: number;
}

/** The step of a kind at a place. */
export const stepId = (kind: StepKind, { corner, axle, turn }: StepPlace = {}): StepId => ({
  key: [kind, corner ?? axle ?? turn].filter((part) => part !== undefined).join('.') as StepKey,
  kind,
  corner: corner ?? null,
  axle: axle ?? null,
  turn: turn ?? null,
});

const placesOf: Record<StepScope, StepPlace[]> = {
  car: [{}],
  corner: corners.map((corner) => ({ corner })),
  axle: axles.map((axle) => ({ axle })),
  turn: Array.from({ length: MAX_TURNS }, (_, turn) => ({ turn })),
};

/** Every step there can be, by its key. */
export const stepsByKey: ReadonlyMap<string, StepId> = new Map(
  stepKinds.flatMap((kind) =>
    placesOf[stepScopes[kind]].map((place) => {
      const step = stepId(kind, place);
      return [step.key, step] as const;
    }),
  ),
);

/** A bleed between sessions: fluid, level, pedal and wheels; what else a service asks is not undone by it. */
const ofTrackBleed: ReadonlySet<StepKind> = new Set<StepKind>([
  'reservoir',
  'exchange',
  'leakDown',
  'bleed',
  'clutch',
  'level',
  'pedalGate',
  'wheels',
  'release',
]);

/** Kinds of steps that a job asks for. */
export const stepKindsOf = (job: { kind: string }): StepKind[] =>
  stepKinds.filter((kind) => job.kind !== 'trackBleed' || ofTrackBleed.has(kind));
