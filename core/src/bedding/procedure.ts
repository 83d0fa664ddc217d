/** A bedding procedure as a small program: series of applications, then cooling; and the schools of the trade. Common practice, no source. */

export type BeddingPlace = 'closedCourse' | 'privateGround' | 'road';

/** A series of equal applications. */
export interface BeddingSeries {
  fromKmh: number;
  /** As fast as it began where the brakes are dragged against the engine. */
  toKmh: number;
  /** How hard, as a share of g. */
  decelG: number;
  count: number;
  /** Dragged for so long at one speed instead of slowing, s; null for a slowing. */
  dragS: number | null;
  /** After speed is back and before the brakes go on again, s: to let the heat soak in; 0 at once. */
  restS: number;
}

export interface BeddingProcedure {
  key: string;
  series: readonly BeddingSeries[];
  /** Rolling without brakes after a cycle. */
  cooling: { minutes: number; kmh: number };
  /** Cycles that are usual. */
  cycles: number;
  places: readonly BeddingPlace[];
  /** What it is for. */
  use: 'road' | 'track' | 'race';
}

const slowings = (fromKmh: number, toKmh: number, count: number, decelG: number, restS = 0): BeddingSeries => ({
  fromKmh,
  toKmh,
  decelG,
  count,
  dragS: null,
  restS,
});

/** Seven schools that are driven; the eighth, bedding on a machine, is work that is sent out. */
export const beddingSchools: readonly BeddingProcedure[] = [
  {
    key: 'roadPad',
    use: 'road',
    series: [slowings(100, 10, 10, 0.8)],
    cooling: { minutes: 8, kmh: 70 },
    cycles: 1,
    places: ['closedCourse', 'privateGround', 'road'],
  },
  {
    key: 'racePad',
    use: 'race',
    series: [slowings(150, 50, 6, 0.9)],
    cooling: { minutes: 6, kmh: 80 },
    cycles: 1,
    places: ['closedCourse'],
  },
  {
    key: 'moderate',
    use: 'road',
    series: [slowings(60, 10, 9, 0.35), slowings(70, 10, 2, 0.55)],
    cooling: { minutes: 5, kmh: 50 },
    cycles: 1,
    places: ['closedCourse', 'privateGround', 'road'],
  },
  {
    key: 'graded',
    use: 'track',
    series: [slowings(110, 70, 5, 0.3, 20), slowings(130, 70, 5, 0.5, 20), slowings(150, 60, 4, 0.75, 20)],
    cooling: { minutes: 8, kmh: 70 },
    cycles: 1,
    places: ['closedCourse'],
  },
  {
    key: 'drag',
    use: 'track',
    series: [{ fromKmh: 80, toKmh: 80, decelG: 0.4, count: 28, dragS: 4, restS: 6 }],
    cooling: { minutes: 5, kmh: 60 },
    cycles: 1,
    places: ['closedCourse', 'privateGround'],
  },
  {
    key: 'trackLaps',
    use: 'track',
    series: [slowings(130, 70, 12, 0.45, 12), slowings(170, 70, 12, 0.85, 10), slowings(130, 80, 8, 0.35, 12)],
    cooling: { minutes: 5, kmh: 70 },
    cycles: 1,
    places: ['closedCourse'],
  },
  {
    key: 'ladder',
    use: 'track',
    series: [slowings(70, 40, 4, 0.4, 5), slowings(100, 60, 4, 0.5, 5), slowings(120, 80, 6, 0.7, 5)],
    cooling: { minutes: 5, kmh: 70 },
    cycles: 1,
    places: ['closedCourse', 'privateGround'],
  },
];
