import type { Dimension, Finding, Logbook, ServiceJudgement, UnitSystem } from '@calvik/core';
import { fastenerNames, findingText } from '../../findings';
import { type Say, sayTo } from '../../reader';

/** What every part of the sheet is written from: the service, and how its reader is spoken to. */
export interface SheetWriter {
  logbook: Logbook;
  s: ServiceJudgement;
  say: Say;
  units: UnitSystem;
  /** A figure in the reader's units; a dash where there is none. */
  show: (value: number | null | undefined, dimension: Dimension, digits?: number) => string;
  /** A length of which hundredths of a millimetre matter. */
  fine: (mm: number | null | undefined) => string;
  tell: (finding: Finding) => string;
  crewName: (id: string) => string;
  bottleLabel: (id: string) => string;
}

export function sheetWriter(logbook: Logbook, s: ServiceJudgement, units: UnitSystem): SheetWriter {
  const say = sayTo({ units, timeZone: logbook.shop.timeZone });
  const fasteners = fastenerNames(s.sheet.fasteners);
  const show: SheetWriter['show'] = (value, dimension, digits) =>
    value === null || value === undefined ? '–' : say.value(value, dimension, digits);
  return {
    logbook,
    s,
    say,
    units,
    show,
    fine: (mm) => show(mm, 'length', units === 'metric' ? 2 : 4),
    tell: (finding) => findingText(finding, say, fasteners),
    crewName: (id) => logbook.crew.get(id)?.name ?? 'somebody unknown',
    bottleLabel: (id) => logbook.bottles.get(id)?.label ?? 'unknown',
  };
}
