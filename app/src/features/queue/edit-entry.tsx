import { useState } from 'react';
import { type QueueEntry, type TrackEvent, dateIn } from '@calvik/core';
import { queueEntry } from '@calvik/core/model/schemas';
import type { Saved } from '../../api/client';
import { useSaveFact } from '../../facts/save-fact';
import { useLogbook, useSync } from '../../state/hooks';
import { fieldErrors } from '../../state/new-record';
import { useDraft } from '../../state/use-draft';
import { useSay } from '../../state/use-say';
import { LineInput } from '../../ui/line-input';
import { MainButton, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { MoreFields, WantChips, draftOf, readEntry } from './entry-fields';

/** What was written down of a car in the queue, completed or put right. */
export function EditEntry({ entry, event, onSaved }: { entry: QueueEntry; event: TrackEvent; onSaved: () => void }) {
  const logbook = useLogbook();
  const sync = useSync();
  const say = useSay();
  const { saveFacts, problem } = useSaveFact();
  const { timeZone } = logbook.shop;
  const { draft, change, clear, openedAs } = useDraft(`queue-entry.${entry.id}`, draftOf(entry, timeZone), entry);
  const [sentence, setSentence] = useState<string | null>(null);
  const [saving, setSaving] = useState(false);
  const isWalkIn = entry.carId === null;
  const save = async (): Promise<void> => {
    const now = new Date().toISOString();
    const typed = readEntry(draft, now, timeZone, entry.goesOutAt);
    if (typeof typed === 'string') return setSentence(typed);
    const body = {
      ...entry,
      version: (openedAs ?? entry).version,
      ...typed,
      walkIn:
        entry.walkIn === null
          ? null
          : isWalkIn
            ? { driver: draft.driver.trim(), car: draft.car.trim(), phone: draft.phone.trim() }
            : entry.walkIn,
    };
    const checked = queueEntry.safeParse(body);
    if (!checked.success) return setSentence(fieldErrors(checked.error, say)[0]?.message ?? 'This cannot be saved.');
    setSaving(true);
    const record = { collection: 'queueEntries' as const, body: checked.data as Saved };
    // What was said goes with the record, in one batch: whoever leaves the page leaves with both or neither.
    if (draft.said.length > 0) {
      const isSaved = await saveFacts(
        [
          {
            draft: {
              kind: 'queueMove',
              queueEntryId: entry.id,
              ...(entry.carId === null ? {} : { carId: entry.carId }),
              move: { move: 'said', complaints: draft.said },
            },
          },
        ],
        dateIn(now, timeZone),
        [record],
      );
      setSaving(false);
      if (!isSaved) return;
      clear();
      return onSaved();
    }
    const result = await sync.save(record.collection, record.body);
    setSaving(false);
    if (result.state === 'refused') return setSentence(result.sentence);
    clear();
    onSaved();
  };
  const groups = [...new Set(event.timetable.map((s) => s.group).filter(Boolean))].sort();
  return (
    <>
      {isWalkIn ? (
        <Section title="Who">
          <LineInput label="Driver" value={draft.driver} onChange={(driver) => change({ driver })} maxLength={60} />
          <LineInput label="Car" value={draft.car} onChange={(car) => change({ car })} maxLength={60} />
          <LineInput label="Phone" value={draft.phone} onChange={(phone) => change({ phone })} maxLength={40} />
        </Section>
      ) : null}
      <Section title="Wants">
        <WantChips label="Wants" chosen={draft.wants} onChange={(wants) => change({ wants })} />
      </Section>
      <MoreFields draft={draft} set={change} isWalkIn={isWalkIn} groups={groups} />
      {(sentence ?? problem) ? <Text tone="stop">{sentence ?? problem ?? ''}</Text> : null}
      <MainButton onPress={() => void save()} loading={saving}>
        Save
      </MainButton>
    </>
  );
}
