import { type Axle, type Corner, type WorkKind, axles, corners } from './terms';

/** What a piece of work of a booking is about: the car, an axle, a corner; or it is one that a person added. */
export type WorkScope = 'car' | 'axle' | 'corner' | 'own';

export const workScopes = {
  boilingTest: 'car',
  sendBedding: 'axle',
  measure: 'car',
  rotors: 'axle',
  pads: 'axle',
  hoses: 'corner',
  flush: 'car',
  bleed: 'car',
  ducts: 'car',
  ductsOffBefore: 'car',
  extra: 'own',
  bedding: 'axle',
  inspection: 'car',
  spare: 'axle',
  reTorque: 'car',
  ductsOff: 'car',
  roadPads: 'axle',
} as const satisfies Record<WorkKind, WorkScope>;

/** What a key of work stands for. */
export interface WorkId {
  key: string;
  kind: WorkKind;
  axle: Axle | null;
  corner: Corner | null;
}

/** The piece of work of a kind at a place, as bookings and jobs name it: `flush`, `pads.front`, `hoses.RL`. */
export const workId = (kind: WorkKind, place?: Axle | Corner): WorkId => ({
  key: place === undefined ? kind : `${kind}.${place}`,
  kind,
  axle: axles.find((axle) => axle === place) ?? null,
  corner: corners.find((corner) => corner === place) ?? null,
});
export const workKey = (kind: WorkKind, place?: Axle | Corner): string => workId(kind, place).key;

const worksByKey: ReadonlyMap<string, WorkId> = new Map(
  Object.entries(workScopes).flatMap(([kind, scope]) => {
    const places = scope === 'axle' ? axles : scope === 'corner' ? corners : [undefined];
    return places.map((place) => {
      const work = workId(kind as WorkKind, place);
      return [work.key, work] as const;
    });
  }),
);

/** What a key stands for; one that a person added has a key of its own. */
export const workOfKey = (key: string): WorkId =>
  worksByKey.get(key) ?? { key, kind: 'extra', axle: null, corner: null };
export const kindOfWork = (key: string): WorkKind => workOfKey(key).kind;
export const axleOfWork = (key: string): Axle | null => workOfKey(key).axle;
