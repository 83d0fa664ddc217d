import { useRouter } from 'expo-router';
import { useLogbook } from '../../state/hooks';
import { read } from '../../state/storage';
import { MainButton } from '../../ui/screen';

export const LAST_STEP_KEY = 'calvik.lastStep';

/** The way back to the step that this device was on last, until that car is released: also after a flat battery. */
export function Resume() {
  const router = useRouter();
  const logbook = useLogbook();
  const path = read<string>(LAST_STEP_KEY);
  const job = logbook.jobs.get(path?.split('/')[2] ?? '');
  const car = job && logbook.cars.get(job.carId);
  if (!path || !car || logbook.factsOfJob(job.id).some((f) => f.kind === 'carReleased')) return null;
  return (
    <MainButton icon="wrench" onPress={() => router.push(path as never)}>
      {`Go on with ${car.name}`}
    </MainButton>
  );
}
