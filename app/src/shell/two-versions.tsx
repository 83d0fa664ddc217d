import { useEffect, useState } from 'react';
import type { Collection, FieldChange } from '@calvik/core';
import type { Merged } from '@calvik/core/logbook/merge';
import type { Saved } from '../api/client';
import { useSync } from '../state/hooks';
import { laterPiece } from './lazy-screen';

/** What two people have made of one record, for somebody to choose from. */
export interface Met {
  collection: Collection;
  merged: Merged<Saved>;
  /** The record to save; null to save nothing. */
  answer: (record: Saved | null) => void;
}
/** What somebody else has changed meanwhile, and what was kept of it. */
export interface Kept {
  collection: Collection;
  kept: readonly FieldChange[];
}

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
