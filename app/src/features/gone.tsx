import { Reading } from '../ui/reading';
import { useLoaded } from '../state/hooks';
import { Empty, Screen } from '../ui/screen';

/** What stands where a record should be: still reading, or not there. */
export function Gone({ what, back }: { what: string; back: string }) {
  const loaded = useLoaded();
  return (
    <Screen title={loaded ? 'Not found' : 'Reading …'} back={back}>
      {loaded ? (
        <Empty text={`There is no such ${what}. It may have been entered on a device that has not sent it yet.`} />
      ) : (
        <Reading />
      )}
    </Screen>
  );
}
