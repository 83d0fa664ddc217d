import { useAppSelector } from '../state/hooks';
import { Reading } from '../ui/reading';
import { Screen } from '../ui/screen';
import { Text } from '../ui/text';

/** What stands on every page until the logbook has been read: that it is being read, or that it cannot be. */
export function Unread() {
  const isOnline = useAppSelector((s) => s.logbook.online);
  return (
    <Screen title={isOnline ? 'Reading …' : 'Not read yet'} back="/">
      {isOnline ? (
        <Reading />
      ) : (
        <Text live>
          This device has not read the logbook since the page was opened, and the server cannot be reached. It tries
          again by itself; nothing is lost meanwhile.
        </Text>
      )}
    </Screen>
  );
}
