import { Empty, Screen } from '../ui/screen';

/** What stands where a record should be that is not there. */
export const Gone = ({ what, back }: { what: string; back: string }) => (
  <Screen title="Not found" back={back}>
    <Empty text={`There is no such ${what}. It may have been entered on a device that has not sent it yet.`} />
  </Screen>
);
