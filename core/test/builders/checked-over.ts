/** A car that somebody has looked over once: of what every gate asks nothing is unknown. */
import { brakeSheetOf, buildLogbook } from '../../src/logbook';
import { type BrakeSheet, type Car, type Fact, corners, cornersOf } from '../../src/model';
import { newId } from './book';

/** @param sheet without one nobody can torque anything to its figure */
export function checkedOver(car: Car, at: string, by: string, sheet: BrakeSheet | null = null): Fact[] {
  const own = { at, recordedAt: at, by, carId: car.id, jobId: newId() };
  const { fasteners } = sheet ?? brakeSheetOf(buildLogbook({}, []), car);
  const one = (body: object): Fact => ({ id: newId(), ...own, ...body }) as Fact;
  const items = ['hoses', 'leaks'].map((check) => ({ check, corner: null, result: 'ok', remark: '' }));
  return [
    one({ kind: 'reservoirSeen', moment: 'intake', levelMl: car.reservoirMaxMl, colour: 'clear', basket: 'clean' }),
    one({ kind: 'checksDone', step: 'look', items }),
    one({
      kind: 'pedalCheck',
      moment: 'gate',
      feel: 'firm',
      strokes: 4,
      heldSeconds: 15,
      sinks: false,
      dropsWithEngine: true,
    }),
    ...corners.map((corner) => one({ kind: 'wheelBearingMeasurement', corner, playMm: 0.1, method: 'rim' })),
    ...fasteners
      .filter((f) => f.group === 'wheel' && f.torqueNm !== null)
      .flatMap((f) =>
        cornersOf(f.axle).map((corner) =>
          one({
            kind: 'torqueSet',
            fastenerKey: f.key,
            corner,
            readingsNm: Array.from({ length: f.perCorner }, () => f.torqueNm),
            condition: f.condition,
            newBolts: null,
            threadLocker: null,
            angleDone: null,
            wrenchId: null,
            wrench: 'W',
            calibratedOn: null,
            instrument: 'byHand',
          }),
        ),
      ),
  ];
}
