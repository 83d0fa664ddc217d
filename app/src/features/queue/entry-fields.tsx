import { StyleSheet, View } from 'react-native';
import {
  type Complaint,
  type Grade,
  type QueueEntry,
  complaints,
  dateIn,
  instantAt,
  readTime,
  timeIn,
} from '@calvik/core';
import { parseQuantity } from '@calvik/core/units';
import { complaintWords } from '@calvik/words';
import { Chips, ChoiceChips } from '../../ui/chips';
import { DateInput } from '../../ui/date-input';
import { LineInput } from '../../ui/line-input';
import { Section } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { keysOf, wantChoices, wantsOf } from './queue-words';

/** An entry as it is typed. */
export interface EntryDraft {
  driver: string;
  car: string;
  phone: string;
  wants: string[];
  said: Complaint[];
  words: string;
  group: string;
  goesOut: string;
  stays: 'staysIn'[];
  grade: Grade | '';
  bottle: 'none' | 'sealed' | 'open';
  bottleGrade: Grade | '';
  bottleOpened: string;
  bottleLeft: string;
}

export const emptyDraft: EntryDraft = {
  driver: '',
  car: '',
  phone: '',
  wants: [],
  said: [],
  words: '',
  group: '',
  goesOut: '',
  stays: [],
  grade: '',
  bottle: 'none',
  bottleGrade: '',
  bottleOpened: '',
  bottleLeft: '',
};

export const draftOf = (entry: QueueEntry, timeZone: string): EntryDraft => ({
  driver: entry.walkIn?.driver ?? '',
  car: entry.walkIn?.car ?? '',
  phone: entry.walkIn?.phone ?? '',
  wants: keysOf(entry.wants),
  said: [],
  words: entry.words,
  group: entry.group,
  goesOut: entry.goesOutAt === null ? '' : timeIn(entry.goesOutAt, timeZone),
  stays: entry.staysIn ? ['staysIn'] : [],
  grade: entry.fluidGrade ?? '',
  bottle: entry.ownBottle === null ? 'none' : entry.ownBottle.isSealed ? 'sealed' : 'open',
  bottleGrade: entry.ownBottle?.grade ?? '',
  bottleOpened: entry.ownBottle?.openedOn ?? '',
  bottleLeft: typeof entry.ownBottle?.leftMl === 'number' ? `${entry.ownBottle.leftMl} mL` : '',
});

type Typed = Pick<QueueEntry, 'wants' | 'words' | 'group' | 'goesOutAt' | 'staysIn' | 'fluidGrade' | 'ownBottle'>;

/**
 * What of an entry was typed, or what of it cannot be read.
 * @param now the moment
 * @param kept the time that it went out by as it was saved: left as it is, it may have passed
 */
export function readEntry(
  draft: EntryDraft,
  now: string,
  timeZone: string,
  kept: string | null = null,
): Typed | string {
  if (draft.wants.length === 0) return 'Choose what is wanted.';
  const out = draft.goesOut.trim() === '' ? null : readTime(draft.goesOut);
  if (draft.goesOut.trim() !== '' && !out) return 'Give the time it goes out like 14:05.';
  const isKept = kept !== null && out === timeIn(kept, timeZone);
  const goesOutAt = isKept ? kept : out ? instantAt(dateIn(now, timeZone), out, timeZone) : null;
  if (goesOutAt !== null && !isKept && goesOutAt <= now) return 'It goes out later than now: give the next time.';
  let ownBottle: Typed['ownBottle'] = null;
  if (draft.bottle !== 'none') {
    if (draft.bottleGrade === '') return 'Say which fluid is in the driver’s bottle.';
    const left = draft.bottleLeft.trim() === '' ? null : parseQuantity(draft.bottleLeft, 'volume', 'mL');
    if (left && !left.ok) return 'What is left in the bottle cannot be read.';
    if (draft.bottle === 'open' && draft.bottleOpened !== '' && !/^\d{4}-\d\d-\d\d$/.test(draft.bottleOpened))
      return 'The day on which the bottle was opened cannot be read.';
    if (draft.bottleOpened > dateIn(now, timeZone)) return 'The bottle cannot have been opened after today.';
    ownBottle = {
      grade: draft.bottleGrade,
      isSealed: draft.bottle === 'sealed',
      openedOn: draft.bottle === 'open' && draft.bottleOpened !== '' ? draft.bottleOpened : null,
      leftMl: left?.ok ? left.value : null,
    };
  }
  return {
    wants: wantsOf(draft.wants),
    words: draft.words.trim(),
    group: draft.group.trim(),
    goesOutAt,
    staysIn: draft.stays.length > 0,
    fluidGrade: draft.grade === '' ? null : draft.grade,
    ownBottle,
  };
}

const grades: { value: Grade; label: string }[] = (['DOT 3', 'DOT 4', 'DOT 5.1', 'DOT 5', 'mineral'] as const).map(
  (value) => ({ value, label: value === 'mineral' ? 'Mineral' : value }),
);

/** What is wanted of a car, as large targets. */
export const WantChips = ({
  label,
  chosen,
  onChange,
}: {
  label: string;
  chosen: readonly string[];
  onChange: (keys: string[]) => void;
}) => <Chips label={label} chosen={chosen} onChange={onChange} options={wantChoices} />;

/** What may be said of a car later as well. */
export function MoreFields({
  draft,
  set,
  isWalkIn,
  groups,
}: {
  draft: EntryDraft;
  set: (over: Partial<EntryDraft>) => void;
  isWalkIn: boolean;
  /** Groups of the timetable; empty where there are none. */
  groups: readonly string[];
}) {
  return (
    <>
      <Section title="When it goes out next">
        {isWalkIn && groups.length > 0 ? (
          <ChoiceChips
            label="Group"
            columns={3}
            value={draft.group}
            onChange={(group) => set({ group: group === draft.group ? '' : group })}
            options={groups.map((g) => ({ value: g, label: `Group ${g}` }))}
          />
        ) : null}
        <LineInput
          label="Out at, where the timetable does not say"
          value={draft.goesOut}
          read={readTime}
          onChange={(goesOut) => set({ goesOut })}
        />
        <Chips
          label="Car"
          columns={1}
          chosen={draft.stays}
          onChange={(stays) => set({ stays })}
          options={[{ value: 'staysIn', label: 'Does not go out before it is done' }]}
        />
      </Section>
      <Section title="The driver says">
        <Chips
          label="The driver"
          chosen={draft.said}
          onChange={(said) => set({ said })}
          options={complaints.map((c) => ({ value: c, label: complaintWords[c].says }))}
        />
        <LineInput
          label="In the driver’s words"
          value={draft.words}
          onChange={(words) => set({ words })}
          maxLength={300}
        />
      </Section>
      <Section title="Fluid">
        {isWalkIn ? (
          <ChoiceChips
            label="In the car"
            columns={3}
            value={draft.grade}
            onChange={(grade) => set({ grade: grade === draft.grade ? '' : grade })}
            options={grades}
          />
        ) : null}
        <Segments
          label="The driver’s bottle"
          value={draft.bottle}
          onChange={(bottle) => set({ bottle })}
          options={[
            { value: 'none', label: 'No bottle' },
            { value: 'sealed', label: 'Sealed' },
            { value: 'open', label: 'Opened' },
          ]}
        />
        {draft.bottle === 'none' ? null : (
          <>
            <ChoiceChips
              label="In the bottle"
              columns={3}
              value={draft.bottleGrade}
              onChange={(bottleGrade) => set({ bottleGrade })}
              options={grades}
            />
            <View style={styles.row}>
              <LineInput
                label="Left in it"
                value={draft.bottleLeft}
                onChange={(bottleLeft) => set({ bottleLeft })}
                placeholder="400 mL"
                style={styles.grow}
              />
            </View>
            {draft.bottle === 'open' ? (
              <DateInput
                label="Opened on"
                value={draft.bottleOpened}
                onChange={(bottleOpened) => set({ bottleOpened })}
                invalid={false}
                optional
              />
            ) : null}
          </>
        )}
      </Section>
    </>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', gap: 8 }, grow: { flex: 1, minWidth: 0 } });
