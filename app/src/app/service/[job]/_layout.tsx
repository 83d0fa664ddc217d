import { Slot, useGlobalSearchParams } from 'expo-router';
import { stepsByKey } from '@calvik/core/model';
import { useEffect } from 'react';
import { laterScreen } from '../../../shell/lazy-screen';
import { rememberStep } from '../../../state/last-step';
import { ListAndDetail } from '../../../ui/list-and-detail';
import { useWide } from '../../../ui/screen';

const ServiceOverview = laterScreen('ServiceOverviewScreen');

/** On the wide screen the steps stay beside the one that is worked on; every device remembers its last step. */
export default function ServiceLayout() {
  const wide = useWide();
  const { job, step } = useGlobalSearchParams<{ job: string; step?: string }>();
  const key = stepsByKey.get(step ?? '')?.key;
  const isStep = key !== undefined;
  useEffect(() => {
    if (key) rememberStep({ jobId: job, key });
  }, [job, key]);
  if (!wide || !isStep) return <Slot />;
  return (
    <ListAndDetail list={<ServiceOverview />} width={380}>
      <Slot />
    </ListAndDetail>
  );
}
