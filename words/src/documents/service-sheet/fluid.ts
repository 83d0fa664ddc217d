/** The fluid: every exchange of the job, nipple by nipple, with its bottles, what was topped up, and where it had to start again. */
import type { ClutchBled, ExchangeBegun, NippleBled, ReservoirToppedUp } from '@calvik/core';
import { judgeClutch, judgeLeakDown, judgeUnderMin } from '@calvik/core/hydraulics';
import { ofKind, reservoirCourse, wentUnderMin } from '@calvik/core/logbook';
import { bubbleNames, cornerNames, methodNames, nippleNames } from '../../names';
import type { SheetSection } from './types';
import type { SheetWriter } from './writer';

export function fluidSections(w: SheetWriter): SheetSection[] {
  const all = ofKind(w.s.facts, 'exchangeBegun');
  return all.map((begun, i) => {
    const until = all[i + 1]?.at;
    const name = begun.scope === 'full' ? 'flush' : 'bleed';
    return exchangeSection(w, begun, until, all.length === 1 ? 'Fluid' : `Fluid ${i + 1}: ${name}`);
  });
}

function exchangeSection(w: SheetWriter, begun: ExchangeBegun, until: string | undefined, title: string): SheetSection {
  const { s, show, tell } = w;
  const isIts = (f: { exchangeId: string }): boolean => f.exchangeId === begun.id;
  const draws = ofKind(s.facts, 'nippleBled').filter(isIts);
  const clutches = ofKind(s.facts, 'clutchBled').filter(isIts);
  const topUps = ofKind(s.facts, 'reservoirToppedUp').filter((f) => f.at >= begun.at && (!until || f.at < until));
  const course = reservoirCourse(s.car, s.facts);
  const low = [...draws, ...clutches]
    .sort((a, b) => a.at.localeCompare(b.at))
    .filter((d) => wentUnderMin(course, d, s.car.reservoirMinMl));
  const restartedAt = low.at(-1)?.at ?? '';
  const drawnMl = [...draws, ...clutches].reduce((sum, d) => sum + d.volumeMl, 0) + begun.drawnOffMl;
  const holds = ofKind(s.facts, 'leakDownTest').filter((f) => f.at >= begun.at && (!until || f.at < until));
  const isLast = s.exchange.begun?.id === begun.id;
  const left = isLast ? s.exchange.leftOldPercent : null;
  return {
    title,
    lines: [
      `${begun.scope === 'full' ? 'Flush' : 'Bleed'}, ${methodNames[begun.method].toLowerCase()}${begun.pressureKpa ? ` at ${show(begun.pressureKpa, 'pressure')}` : ''}. Old fluid drawn: ${show(drawnMl, 'volume')}.`,
      ...bottleLines(w, begun, draws, topUps, clutches),
      ...(begun.refillMl > 0
        ? [
            `Reservoir first: ${show(begun.drawnOffMl, 'volume')} drawn off, ${show(begun.refillMl, 'volume')} poured in.`,
          ]
        : []),
      ...holds.map((f) => {
        const { finding, heldSeconds } = judgeLeakDown(f, s.car.pressureCeilingKpa);
        return `Leak-down, dry: ${show(f.readings[0]!.pressureKpa, 'pressure')} held ${Math.round(heldSeconds)} s. ${tell(finding)}`;
      }),
      ...topUps.map(
        (f) => `Topped up ${show(f.volumeMl, 'volume')} from bottle ${w.bottleLabel(f.bottleId)}${openAt(w, f)}.`,
      ),
      ...low.map((d) => tell(judgeUnderMin(s.car, d, course))),
      ...clutches.flatMap((c) => [
        `Clutch line: ${show(c.volumeMl, 'volume')}, pedal ${c.pedalReturns ? 'comes back' : 'does not come back'}.`,
        ...judgeClutch(c).map(tell),
      ]),
    ],
    table: {
      head: ['Bleed nipple', 'Drawn', 'Bottle', 'Ran clean', 'Bubbles', 'Shut, capped', 'Old fluid left, by the model'],
      rows: draws.map((d) => [
        `${cornerNames[d.corner]}${d.nipple === 'single' ? '' : `, ${nippleNames[d.nipple]}`}${d.at <= restartedAt ? ', before the restart' : ''}`,
        show(d.volumeMl, 'volume'),
        w.bottleLabel(d.bottleId),
        d.ranClean ? 'yes' : 'no',
        `${bubbleNames[d.bubbles].toLowerCase()}${d.strokesWithoutBubbles ? ', none at pedal strokes' : ''}`,
        d.isShut && d.isCapped ? 'yes' : 'no',
        left && d.at > restartedAt ? `${left[d.corner].toFixed(0)} %` : '–',
      ]),
    },
  };
}

/** ", at the right rear after 80 mL": where it was poured in. */
function openAt({ s, show }: SheetWriter, { during }: ReservoirToppedUp): string {
  const step = during && s.exchange.begun?.id === during.exchangeId ? s.exchange.steps[during.index] : undefined;
  return during && step ? `, at the ${cornerNames[step.corner]} after ${show(during.drawnMl, 'volume')}` : '';
}

function bottleLines(
  { logbook, show, bottleLabel }: SheetWriter,
  begun: ExchangeBegun,
  ...poured: [readonly NippleBled[], readonly ReservoirToppedUp[], readonly ClutchBled[]]
): string[] {
  const ids = [...new Set([begun, ...poured.flat()].map((f) => f.bottleId))];
  return ids.map((id) => {
    const fluid = logbook.fluids.get(logbook.bottles.get(id)?.fluidId ?? '');
    return `Bottle ${bottleLabel(id)}, ${fluid ? `${fluid.name}, ${fluid.grade}, ${show(fluid.dryBoilingPointC, 'temperature')} dry, ${show(fluid.wetBoilingPointC, 'temperature')} wet` : 'fluid unknown'}.`;
  });
}
