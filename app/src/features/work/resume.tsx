import { carLabel } from '@calvik/core';
import { useRouter } from 'expo-router';
import type { StepKey } from '@calvik/core';
import { useLogbook } from '../../state/hooks';
import { read } from '../../state/storage';
import { MainButton } from '../../ui/screen';
import { routes } from '../routes';

/** Where the device remembers the step that it was on last. */
export const LAST_STEP_KEY = 'calvik.lastStep';
export interface LastStep {
  jobId: string;
  key: StepKey;
}

/** The way back to the step that this device was on last, until that car is released: also after a flat battery. */
export function Resume() {
  const router = useRouter();
  const logbook = useLogbook();
  const last = read<LastStep>(LAST_STEP_KEY);
  const job = logbook.jobs.get(last?.jobId ?? '');
  const car = job && logbook.cars.get(job.carId);
  if (!last || !car || logbook.factsOfJob(job.id).some((f) => f.kind === 'carReleased')) return null;
  return (
    <MainButton icon="wrench" onPress={() => router.push(routes.step(last.jobId, last.key))}>
      {`Go on with ${carLabel(logbook, car.id)}`}
    </MainButton>
  );
}
