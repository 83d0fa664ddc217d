/** The bedding procedures that come with Calvik: eight schools of the trade. Common practice, no source; a shop edits them as its own. */
import type { BeddingSeries, Procedure } from './schemas/bedding';

const slowings = (fromKmh: number, toKmh: number, count: number, decelG: number, restS = 0): BeddingSeries => ({
  fromKmh,
  toKmh,
  decelG,
  count,
  dragS: null,
  restS,
});

/** The same ids everywhere: a shop that edits one saves a record under its id. */
const school = (
  number: number,
  of: Pick<Procedure, 'name' | 'use' | 'series' | 'cooling' | 'places'> & Partial<Procedure>,
): Procedure => ({
  id: `01900000-0000-7000-8000-0000000be${String(number).padStart(3, '0')}`,
  version: 0,
  archived: false,
  author: 'common',
  source: 'Common practice',
  compoundId: null,
  isMachine: false,
  cycles: 1,
  aimsAtC: null,
  notes: '',
  ...of,
});

export const shippedProcedures: readonly Procedure[] = [
  school(1, {
    name: 'Road pads, hard slowings',
    use: 'road',
    series: [slowings(100, 10, 10, 0.8)],
    cooling: { minutes: 8, kmh: 70 },
    places: ['closedCourse', 'privateGround', 'road'],
    notes: 'Effort just under ABS, at once back up to speed, never to a standstill. A second cycle if silver shows.',
  }),
  school(2, {
    name: 'Race pads, from high speed',
    use: 'race',
    series: [slowings(150, 50, 6, 0.9)],
    cooling: { minutes: 6, kmh: 80 },
    places: ['closedCourse'],
  }),
  school(3, {
    name: 'Moderate slowings',
    use: 'road',
    series: [slowings(60, 10, 9, 0.35), slowings(70, 10, 2, 0.55)],
    cooling: { minutes: 5, kmh: 50 },
    places: ['closedCourse', 'privateGround', 'road'],
  }),
  school(4, {
    name: 'Graded, rotor first',
    use: 'track',
    series: [slowings(110, 70, 5, 0.3, 20), slowings(130, 70, 5, 0.5, 20), slowings(150, 60, 4, 0.75, 20)],
    cooling: { minutes: 8, kmh: 70 },
    places: ['closedCourse'],
    notes:
      'The heat soaks in between applications. Best with old pads of the same compound, then the new ones on a rotor that has been through one heat cycle.',
  }),
  school(5, {
    name: 'Drag',
    use: 'track',
    series: [{ fromKmh: 80, toKmh: 80, decelG: 0.4, count: 28, dragS: 4, restS: 6 }],
    cooling: { minutes: 5, kmh: 60 },
    places: ['closedCourse', 'privateGround'],
    notes: 'Brake with the left foot against the engine, about half effort, speed held.',
  }),
  school(6, {
    name: 'Track laps',
    use: 'track',
    series: [slowings(130, 70, 12, 0.45, 12), slowings(170, 70, 12, 0.85, 10), slowings(130, 80, 8, 0.35, 12)],
    cooling: { minutes: 5, kmh: 70 },
    places: ['closedCourse'],
    notes:
      'Slow warm-up until friction is felt to rise, two or three hard laps, two or three easy ones to let the gas out.',
  }),
  school(7, {
    name: 'Ladder',
    use: 'track',
    series: [slowings(70, 40, 4, 0.4, 5), slowings(100, 60, 4, 0.5, 5), slowings(120, 80, 6, 0.7, 5)],
    cooling: { minutes: 5, kmh: 70 },
    places: ['closedCourse', 'privateGround'],
  }),
  school(8, {
    name: 'Off the car, on a machine',
    use: 'race',
    isMachine: true,
    series: [],
    cooling: { minutes: 0, kmh: 60 },
    places: [],
    notes: 'A bedded pair comes back in a box, recorded with its rotors.',
  }),
];
