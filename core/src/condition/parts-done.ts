/** What was done to parts of a car and is told by no entry of the car's own. */
import { axleParts } from '../inventory';
import { ofKind } from '../logbook';
import { type Fact, axles } from '../model';
import type { CarOf, Done } from './reads';

/** A fitting that is tightened is a new hose where that was decided in the same job. */
export const hosesReplaced = ({ sheet }: CarOf, facts: readonly Fact[]): (Done & { fact: Fact })[] =>
  ofKind(facts, 'partsDecision')
    .filter((d) => d.subject === 'hoses' && (d.action === 'change' || d.action === 'scrap'))
    .flatMap((decision) =>
      ofKind(facts, 'torqueSet')
        .filter(
          (f) =>
            f.jobId === decision.jobId &&
            f.corner === decision.corner &&
            f.at >= decision.at &&
            sheet.fasteners.some(({ key, group }) => key === f.fastenerKey && group === 'hose'),
        )
        .map((fact) => ({ act: 'hoseReplaced', place: { corner: fact.corner }, fact })),
    );

/** What was done to rotors while they were nobody's, or off the car: it goes with them. */
export const doneToParts = ({ logbook, car }: CarOf): (Done & { fact: Fact })[] =>
  axles.flatMap((axle) => {
    const { rotorPair } = axleParts(logbook, car, axle);
    if (!rotorPair) return [];
    return logbook.factsOfPart(rotorPair.id).flatMap((fact): (Done & { fact: Fact })[] => {
      if (fact.kind === 'rotorsRefaced')
        return [{ fact, act: fact.how === 'turned' ? 'rotorsRefaced' : 'facesCleaned', place: { axle } }];
      return fact.kind === 'backFromBedding' && fact.isBedded ? [{ fact, act: 'bedded', place: { axle } }] : [];
    });
  });
