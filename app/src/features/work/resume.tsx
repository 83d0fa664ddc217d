import { carLabel } from '@calvik/core';
import { useRouter } from 'expo-router';
import { useLogbook } from '../../state/hooks';
import { lastStep } from '../../state/last-step';
import { MainButton } from '../../ui/screen';
import { routes } from '../../routes';

/** The way back to the step that this device was on last, until that car is released: also after a flat battery. */
export function Resume() {
  const router = useRouter();
  const logbook = useLogbook();
  const last = lastStep();
  const job = logbook.jobs.get(last?.jobId ?? '');
  const car = job && logbook.cars.get(job.carId);
  if (!last || !car || logbook.factsOfJob(job.id).some((f) => f.kind === 'carReleased')) return null;
  return (
    <MainButton icon="wrench" onPress={() => router.push(routes.step(last.jobId, last.key))}>
      {`Go on with ${carLabel(logbook, car.id)}`}
    </MainButton>
  );
}
