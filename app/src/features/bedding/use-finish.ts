import type { BeddingBegun, Car } from '@calvik/core';
import { traceCsv } from '@calvik/core/traces/tables';
import { useSaveFact } from '../../facts/save-fact';
import { dropDraft } from '../../state/bedding-draft';
import { useToday } from '../../state/hooks';
import { newId } from '../../state/new-record';
import { savePhoto } from '../../state/photos';
import { type Cycle, drivenApplications } from './use-cycle';

/** Saves a cycle with its drive; what was kept on the device meanwhile goes only then. */
export function useFinish(
  car: Car,
  run: BeddingBegun,
  cycle: number,
  c: Cycle,
): { finish: (endedBecause: string) => Promise<boolean>; saving: boolean; problem: string | null } {
  const today = useToday();
  const { saveFact, saving, problem } = useSaveFact();
  const finish = async (endedBecause: string): Promise<boolean> => {
    const { state, head } = c;
    if (!head) return false;
    const samples = c.entries().flatMap((e) => ('kmh' in e ? [{ seconds: e.seconds, speedMPerS: e.kmh / 3.6 }] : []));
    const fileId = samples.length >= 20 ? newId() : null;
    if (fileId) await savePhoto(fileId, new Blob([traceCsv(samples)], { type: 'text/csv' }));
    const ok = await saveFact(
      {
        kind: 'beddingDriven',
        carId: car.id,
        runId: run.id,
        cycle,
        speedFrom: head.source,
        wanted: state.wanted.length,
        applications: drivenApplications(c),
        cooledS: Math.round(state.cooledS),
        coolingWantedS: Math.round(run.procedure.cooling.minutes * 60),
        hotStops: state.hotStops,
        fileId,
        endedBecause,
      },
      today,
    );
    if (ok) dropDraft(run.id, cycle);
    return ok;
  };
  return { finish, saving, problem };
}
