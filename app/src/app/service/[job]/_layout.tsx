import { Slot, usePathname } from 'expo-router';
import { useEffect } from 'react';
import { serviceScreen } from '../../../features/later';
import { LAST_STEP_KEY } from '../../../features/work/resume';
import { write } from '../../../state/storage';
import { ListAndDetail } from '../../../ui/list-and-detail';
import { useWide } from '../../../ui/screen';

const Overview = serviceScreen('ServiceScreen');

/** On the wide screen the steps stay beside the one that is worked on; every device remembers its last step. */
export default function ServiceLayout() {
  const wide = useWide();
  const path = usePathname();
  const isStep = /^\/service\/[^/]+\/(?!sheet$)[^/]+$/.test(path);
  useEffect(() => {
    if (isStep) write(LAST_STEP_KEY, path);
  }, [isStep, path]);
  if (!wide || !isStep) return <Slot />;
  return (
    <ListAndDetail list={<Overview />} width={380}>
      <Slot />
    </ListAndDetail>
  );
}
