import { useEffect, useState } from 'react';
import type { Saved } from '../api/client';
import { useSync } from '../state/hooks';
import { laterPiece } from './lazy-screen';
import type { Kept, Met } from './two-versions-dialog';

const TwoVersionsDialog = laterPiece('TwoVersionsDialog');
const KeptNotice = laterPiece('KeptNotice');

/** Where the device asks about versions that met, and tells what it brought together: over whatever page is open. */
export function TwoVersions() {
  const sync = useSync();
  const [met, setMet] = useState<Met | null>(null);
  const [kept, setKept] = useState<Kept | null>(null);
  useEffect(
    () =>
      sync.askOf({
        decide: (collection, merged) =>
          new Promise((done) => {
            const answer = (record: Saved | null): void => {
              setMet(null);
              done(record);
            };
            setMet({ collection, merged, answer });
          }),
        tell: (collection, changes) => setKept({ collection, kept: changes }),
      }),
    [sync],
  );
  return (
    <>
      {met ? <TwoVersionsDialog met={met} /> : null}
      {kept ? <KeptNotice told={kept} onDone={() => setKept(null)} /> : null}
    </>
  );
}
