import { useRouter } from 'expo-router';
import { Empty, Screen } from '../ui/screen';
import { routes } from '../routes';

export default function NotFound() {
  const router = useRouter();
  return (
    <Screen title="Nothing here" back="/">
      <Empty
        text="There is no page at this address."
        action="To the run-up"
        onPress={() => router.replace(routes.runUp)}
      />
    </Screen>
  );
}
