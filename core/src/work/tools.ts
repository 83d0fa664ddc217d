/** What a visit to a car needs in tools, and how its fluid is moved where the cap adapter for it is not there. */
import type { Logbook } from '../logbook';
import type { Car, WorkKind } from '../model';
import { kinds } from './kinds';

export type ToolKind =
  | 'capAdapter'
  | 'bleedSpanner'
  | 'caliperSocket'
  | 'bracketSocket'
  | 'wheelSocket'
  | 'lockingWheelKey'
  | 'retractingTool';

export interface ToolNeed {
  tool: ToolKind;
  /** As it stands with the car: "Adapter 45 mm"; of spanners the sizes, mm. */
  text: string;
}

/** How fluid is moved: with the pressure bleeder, or with the pedal where no adapter fits. */
export type BleedMethod = 'pressure' | 'pedalTwo' | 'pedalAlone';

/** Whether the car names an adapter that the shop does not have. */
export const lacksAdapter = (logbook: Logbook, car: Pick<Car, 'tools'>): boolean => {
  const wanted = car.tools.capAdapter.trim().toLowerCase();
  return wanted !== '' && !logbook.shop.capAdapters.some((a) => a.trim().toLowerCase() === wanted);
};

/** Without the adapter it takes the pedal: two people where two of the crew do fluid work, else one with a hose in old fluid. */
export function bleedMethod(logbook: Logbook, car: Pick<Car, 'tools'>): BleedMethod {
  if (!lacksAdapter(logbook, car)) return 'pressure';
  const able = [...logbook.crew.values()].filter((m) => !m.archived && m.skills.includes('fluid'));
  return able.length >= 2 ? 'pedalTwo' : 'pedalAlone';
}

/** Tools for some work on a car, each once, in the order in which they are used; what nobody has said of the car is not among them. */
export function toolsFor(logbook: Logbook, car: Car, work: readonly WorkKind[]): ToolNeed[] {
  const has = (...of: WorkKind[]): boolean => of.some((k) => work.includes(k));
  const { tools } = car;
  const found: ToolNeed[] = [];
  const add = (tool: ToolKind, text: string): void =>
    void (text.trim() !== '' && found.push({ tool, text: text.trim() }));
  if (work.some((k) => kinds[k].wheelsOff)) {
    add('wheelSocket', tools.wheelSocket);
    add('lockingWheelKey', tools.lockingWheelKey);
  }
  if (has('pads', 'rotors', 'roadPads')) {
    add('caliperSocket', tools.caliperSocket);
    add('bracketSocket', tools.bracketSocket);
    add('retractingTool', tools.retractingTool);
  }
  if (has('flush', 'bleed')) {
    if (!lacksAdapter(logbook, car)) add('capAdapter', tools.capAdapter);
    const sizes = [tools.bleedSpannerMm.front, tools.bleedSpannerMm.rear].flatMap((mm) => (mm === null ? [] : [mm]));
    add('bleedSpanner', [...new Set(sizes)].join(' and '));
  }
  return found;
}
