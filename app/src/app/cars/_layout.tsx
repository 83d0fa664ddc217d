import { Slot, usePathname } from 'expo-router';
import { laterScreen } from '../../shell/lazy-screen';
import { ListAndDetail } from '../../ui/list-and-detail';
import { useWide } from '../../ui/screen';

const CarsScreen = laterScreen('CarsScreen');

/** On the wide screen the list of cars stays beside whatever is opened from it. */
export default function CarsLayout() {
  const wide = useWide();
  const path = usePathname();
  if (!wide || path === '/cars') return <Slot />;
  return (
    <ListAndDetail list={<CarsScreen />}>
      <Slot />
    </ListAndDetail>
  );
}
