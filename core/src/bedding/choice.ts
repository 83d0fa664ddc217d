/** Which procedure for a pad set and a rotor pair: the maker's sheet of the compound first, then by use. */
import { axleParts, compoundOf } from '../inventory';
import type { Logbook } from '../logbook';
import { type Axle, type Car, type Compound, type Finding, type Procedure } from '../model';
import { beddingFinding } from './findings';

export type ChoiceReason = 'padMakerSheet' | 'rotorMakerSheet' | 'ownForCompound' | 'byUse' | 'only';

export interface ProposedProcedure {
  procedure: Procedure;
  why: ChoiceReason;
}

/** Procedures that can be chosen, the proposed one first. @param compound null where nobody knows what the pads are */
export function proposedProcedures(logbook: Logbook, compound: Compound | null): ProposedProcedure[] {
  const rank = (p: Procedure): { order: number; why: ChoiceReason } => {
    if (compound && p.compoundId === compound.id)
      return p.author === 'padMaker'
        ? { order: 0, why: 'padMakerSheet' }
        : p.author === 'rotorMaker'
          ? { order: 2, why: 'rotorMakerSheet' }
          : { order: 1, why: 'ownForCompound' };
    const isOfUse = p.use === (compound?.use ?? 'road');
    return {
      order: (p.compoundId !== null ? 20 : isOfUse ? 5 : 10) + (p.isMachine ? 3 : 0) + (p.author === 'common' ? 1 : 0),
      why: isOfUse ? 'byUse' : 'only',
    };
  };
  return [...logbook.procedures.values()]
    .filter((p) => !p.archived)
    .map((procedure) => ({ procedure, ...rank(procedure) }))
    .sort((a, b) => a.order - b.order || a.procedure.id.localeCompare(b.procedure.id))
    .map(({ procedure, why }) => ({ procedure, why }));
}

/** Pads of the axle that decides: the front ones, where both are bedded. */
export const compoundOnAxle = (logbook: Logbook, car: Car, axle: Axle): Compound | null =>
  compoundOf(logbook, axleParts(logbook, car, axle).padSet);

/** Where pad maker and rotor maker ask for different things, for the same compound; null where they do not. */
export function disagreement(logbook: Logbook, compound: Compound | null): Finding | null {
  if (!compound) return null;
  const of = (author: Procedure['author']): Procedure | undefined =>
    [...logbook.procedures.values()].find((p) => !p.archived && p.author === author && p.compoundId === compound.id);
  const [pads, rotors] = [of('padMaker'), of('rotorMaker')];
  return pads && rotors
    ? beddingFinding('makersDisagree', 'watch', {}, { pads: pads.name, rotors: rotors.name })
    : null;
}
