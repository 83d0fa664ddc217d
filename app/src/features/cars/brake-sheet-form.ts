import type { BrakeSheet, Fastener, PropertyClass, SchemaIssue, UnitSystem } from '@calvik/core';
import { readCount, readFigure } from '@calvik/core/units';
import { recordSchemas } from '@calvik/core/model/schemas';
import type { Say } from '@calvik/words';
import { issueText, typingExample } from '@calvik/words/input';
import type { useReadFigure } from '../../ui/figure-fields';
import { recordText } from '../../ui/quantity-text';
import { newRecord } from '../../state/new-record';

/** A fastener as it is typed. */
export interface FastenerLine {
  name: string;
  torque: string;
  count: string;
  diameter: string;
  angle: string;
  source: string;
  condition: Fastener['condition'];
  flags: FastenerFlag[];
  propertyClass: PropertyClass | '';
}
/** What is ticked of a fastener. */
const fastenerFlags = ['isOneUse', 'needsThreadLocker', 'isStud', 'isAluminiumNut', 'isLeftHand'] as const;
export type FastenerFlag = (typeof fastenerFlags)[number];

export interface SheetForm {
  parkingBrake: BrakeSheet['parkingBrake'];
  rearPistons: BrakeSheet['rearPistons'];
  frontLimit: string;
  rearLimit: string;
  bearingPlay: string;
  has: ('hasWearSensors' | 'hasDucts')[];
  lines: Record<string, FastenerLine>;
}

/** The sheet as the form begins with it. */
export function sheetForm(sheet: BrakeSheet, system: UnitSystem): SheetForm {
  const text = (mm: number | null): string => recordText(mm, 'length', system);
  return {
    parkingBrake: sheet.parkingBrake,
    rearPistons: sheet.rearPistons,
    frontLimit: text(sheet.padLimitMm.front),
    rearLimit: text(sheet.padLimitMm.rear),
    bearingPlay: text(sheet.maxWheelBearingPlayMm),
    has: (['hasWearSensors', 'hasDucts'] as const).filter((k) => sheet[k]),
    lines: Object.fromEntries(
      sheet.fasteners.map((f): [string, FastenerLine] => [
        f.key,
        {
          name: f.name,
          torque: recordText(f.torqueNm, 'torque', system),
          count: String(f.perCorner),
          diameter: String(f.threadDiameterMm),
          angle: f.angleDeg === null ? '' : String(f.angleDeg),
          source: f.source,
          condition: f.condition,
          flags: fastenerFlags.filter((k) => f[k]),
          propertyClass: f.propertyClass ?? '',
        },
      ]),
    ),
  };
}

/** The sheet as it is typed; or what is wrong with it. */
export function sheetOf(
  draft: SheetForm,
  sheet: BrakeSheet,
  read: ReturnType<typeof useReadFigure>,
): BrakeSheet | string {
  const limit = (value: string): number | null => (value.trim() === '' ? null : read(value, 'length'));
  for (const [name, value] of [
    ['Pad limit, front', draft.frontLimit],
    ['Pad limit, rear', draft.rearLimit],
    ['Wheel-bearing play', draft.bearingPlay],
  ] as const)
    if (value.trim() !== '' && limit(value) === null)
      return `${name}: “${value}” is not a length. Type it like ${typingExample('length')}.`;
  const fasteners: Fastener[] = [];
  for (const f of sheet.fasteners) {
    const line = draft.lines[f.key]!;
    const torqueNm = line.torque.trim() === '' ? null : read(line.torque, 'torque');
    if (line.torque.trim() !== '' && torqueNm === null)
      return `${f.name}: “${line.torque}” is not a torque. Type it like 38 or 28 lbft.`;
    if (torqueNm !== null && line.source.trim() === '') return `${f.name}: say where the figure stands.`;
    const angle = line.angle.trim() === '' ? null : readFigure(line.angle, ['°', 'deg']);
    if (angle === null && line.angle.trim() !== '')
      return `${f.name}: the angle of the second stage is a number of degrees.`;
    fasteners.push({
      ...f,
      name: line.name.trim() || f.name,
      torqueNm,
      perCorner: readCount(line.count) ?? Number.NaN,
      threadDiameterMm: readFigure(line.diameter, ['mm']) ?? Number.NaN,
      angleDeg: angle,
      source: line.source.trim(),
      condition: line.condition,
      isOneUse: line.flags.includes('isOneUse'),
      needsThreadLocker: line.flags.includes('needsThreadLocker'),
      // What an older sheet does not say is said only where somebody has ticked it.
      ...Object.fromEntries(
        (['isStud', 'isAluminiumNut', 'isLeftHand'] as const)
          .filter((flag) => flag in f || line.flags.includes(flag))
          .map((flag) => [flag, line.flags.includes(flag)]),
      ),
      ...('propertyClass' in f || line.propertyClass ? { propertyClass: line.propertyClass || undefined } : {}),
    });
  }
  return {
    ...(sheet.id === '' ? { ...sheet, ...newRecord() } : sheet),
    parkingBrake: draft.parkingBrake,
    rearPistons: draft.rearPistons,
    padLimitMm: { front: limit(draft.frontLimit), rear: limit(draft.rearLimit) },
    maxWheelBearingPlayMm: limit(draft.bearingPlay),
    hasWearSensors: draft.has.includes('hasWearSensors'),
    hasDucts: draft.has.includes('hasDucts'),
    fasteners,
  };
}

/** The first complaint of the schema about a sheet, with its fastener; null where it can be saved. */
export function sheetRefused(sheet: BrakeSheet, say: Say): string | null {
  const checked = recordSchemas.brakeSheets.safeParse(sheet);
  if (checked.success) return null;
  const issue = checked.error.issues[0];
  const at = typeof issue?.path[1] === 'number' ? `${sheet.fasteners[issue.path[1]]?.name}: ` : '';
  return `${at}${issue ? issueText(issue as SchemaIssue, say) : 'This cannot be saved.'}`;
}
