import { useRouter } from 'expo-router';
import { useState } from 'react';
import { type Car, type Job, openJobsOfCar, usualDurationMin } from '@calvik/core';
import { heatAffectedMl } from '@calvik/core/track';
import { useCrewOnDuty, useLogbook, useSync } from '../../state/hooks';
import { useOwnIds } from '../../state/use-own-ids';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { routes } from '../../routes';
import { newJobAtEvent } from './use-track';

/** The heat-affected fluid bled between sessions, guided: an exchange, level, pedal and wheels, released at its end. */
export function BleedHere({ car, eventId }: { car: Car; eventId: string }) {
  const router = useRouter();
  const logbook = useLogbook();
  const sync = useSync();
  const { idFor, anew } = useOwnIds();
  const crew = useCrewOnDuty();
  const [problem, setProblem] = useState<string | null>(null);
  const open = openJobsOfCar(logbook, car.id).find((j) => j.kind === 'trackBleed');
  const ml = heatAffectedMl(logbook, car);
  const begin = async (): Promise<void> => {
    if (open) return router.push(routes.service(open.id));
    if (!crew) return setProblem('Choose who is on duty first, so that this entry carries a name.');
    const job: Job = {
      ...newJobAtEvent(logbook, car.id, eventId, crew.id),
      id: idFor('bleed'),
      kind: 'trackBleed',
      durationMin: usualDurationMin.trackBleed,
    };
    const made = await sync.save('jobs', job);
    if (made.state === 'refused') return setProblem(made.sentence);
    anew();
    router.push(routes.service(job.id));
  };
  return (
    <>
      <MainButton mode="outlined" onPress={() => void begin()}>
        {open ? 'Go on with the bleed' : `Bleed the heat-affected fluid, about ${ml} mL`}
      </MainButton>
      {problem ? <Text tone="stop">{problem}</Text> : null}
    </>
  );
}
