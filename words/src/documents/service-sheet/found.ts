/** What was found when the car came, and what was done about it. */
import type { CheckItem, ChecksDone, Fact, ReservoirSeen } from '@calvik/core';
import { judgeLevel } from '@calvik/core/hydraulics';
import { compoundName } from '@calvik/core/inventory';
import { ofKind } from '@calvik/core/logbook';
import { axles } from '@calvik/core/model';
import { actionNames, checkNames, complaintWords, feelNames, placeName, subjectNames } from '../../names';
import type { SheetWriter } from './writer';

export function foundLines({ s, show, tell }: SheetWriter): string[] {
  const { car, facts } = s;
  const found: string[] = [];
  if (s.baseline) found.push(`Pedal on arrival: ${feelNames[s.baseline.feel]}.`);
  const report = ofKind(facts, 'driverReport').at(-1);
  for (const c of report?.complaints ?? []) found.push(`Driver: ${complaintWords[c].says.toLowerCase()}.`);
  if (report?.words) found.push(`Driver, in own words: ${report.words}`);
  const intake = ofKind(facts, 'reservoirSeen').find((f) => f.moment === 'intake');
  if (intake)
    found.push(
      `Reservoir: ${show(intake.levelMl, 'volume')}, ${intake.colour}${intake.basket ? `, basket ${intake.basket}` : ''}.`,
    );
  const boil = ofKind(facts, 'boilingTest')[0];
  if (boil) found.push(`Fluid boiled at ${show(boil.readingC, 'temperature')} on arrival.`);
  const pen = ofKind(facts, 'moistureReading')[0];
  if (pen) found.push(`Moisture pen: ${pen.waterPercent.toFixed(1)} % water.`);
  for (const r of s.recommendations) for (const f of r.findings) if (f.verdict !== 'inOrder') found.push(tell(f));
  const final = facts.findLast((f): f is ReservoirSeen => f.kind === 'reservoirSeen' && f.moment === 'final');
  if (final) for (const f of judgeLevel(car, final, null)) found.push(tell(f));
  found.push(...faultLines(facts));
  return [...new Set(found)];
}

const nameOf = ({ check, corner }: CheckItem): string =>
  `${checkNames[check]}${corner ? `, ${placeName({ corner })}` : ''}`;

/** Every fault of every list, also one that was put right since: then it says so. */
function faultLines(facts: readonly Fact[]): string[] {
  const lists = ofKind(facts, 'checksDone');
  const last = new Map<string, ChecksDone>(lists.map((f) => [f.step, f]));
  return lists.flatMap((list) =>
    list.items.flatMap((item) => {
      if (item.result !== 'fault') return [];
      const now = last.get(list.step)!;
      const isStill = now.items.some(
        (i) => i.check === item.check && i.result === 'fault' && (i.corner === item.corner || i.corner === null),
      );
      const remark = item.remark ? `, ${item.remark}` : '';
      return [`${nameOf(item)}: not in order${remark}.${isStill ? '' : ' Put right since.'}`];
    }),
  );
}

export function doneLines({ s, logbook }: SheetWriter): string[] {
  const done: string[] = [];
  for (const p of s.recommendations) {
    if (!p.decision) continue;
    const where = placeName(p.corner ? { corner: p.corner } : { axle: p.axle });
    done.push(
      `${subjectNames[p.subject]}, ${where}: ${actionNames[p.decision.action].toLowerCase()}. ${p.decision.reason}`,
    );
  }
  for (const axle of axles) {
    const fitted = ofKind(s.facts, 'partsFitted').findLast((f) => f.axle === axle);
    if (!fitted) continue;
    const pads = logbook.padSets.get(fitted.padSetId ?? '');
    const rotors = logbook.rotorPairs.get(fitted.rotorPairId ?? '');
    done.push(
      `Fitted, ${axle} axle: ${pads ? `pads ${pads.label} (${compoundName(logbook, pads)})` : 'pads without a label'}, ${rotors ? `rotors ${rotors.label}` : 'rotors without a label'}.`,
    );
  }
  return done;
}
