import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { QueueEntry, QueueProof } from '@calvik/core';
import { type QueueState, proofsWanted } from '@calvik/core/queue';
import { queueProofNames } from '@calvik/words/queue';
import { useDraft } from '../../state/use-draft';
import { Chips, ChoiceChips } from '../../ui/chips';
import { LineInput } from '../../ui/line-input';
import { MainButton, Section } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { openFile } from '../../files/open-file';
import { WantChips } from './entry-fields';
import { keysOf, wantsOf } from './queue-words';
import type { useQueueMove } from './use-queue-move';

interface PanelProps {
  entry: QueueEntry;
  state: QueueState;
  mover: ReturnType<typeof useQueueMove>;
}

const pauses = [
  'Waits for parts',
  'Too hot to touch',
  'Called away',
  'The driver takes it out',
  'Another reason',
] as const;

const emptyPause: { why: (typeof pauses)[number] | ''; words: string } = { why: '', words: '' };

/** Put down for a while, with why. */
export function PausePanel({ entry, mover }: PanelProps) {
  const { draft, change, clear } = useDraft(`queue-pause.${entry.id}`, emptyPause);
  const { why, words } = draft;
  const isOwn = why === 'Another reason';
  const text = isOwn ? words.trim() : why;
  const pause = async (): Promise<void> => {
    if (await mover.moveAll([{ entry, move: { move: 'paused', why: text } }])) clear();
  };
  return (
    <Section title="Pause it">
      <ChoiceChips
        label="Why"
        value={why}
        onChange={(to) => change({ why: to })}
        options={pauses.map((p) => ({ value: p, label: p }))}
      />
      {isOwn ? (
        <LineInput label="Why it is paused" value={words} onChange={(to) => change({ words: to })} maxLength={200} />
      ) : null}
      {text === '' ? null : (
        <MainButton mode="outlined" loading={mover.saving} onPress={() => void pause()}>
          Pause
        </MainButton>
      )}
    </Section>
  );
}

const emptyFound: { wants: string[]; words: string } = { wants: [], words: '' };

/** What the work has found that nobody had asked for. */
export function FoundMorePanel({ entry, state, mover }: PanelProps) {
  const { draft, change, clear } = useDraft(`queue-found.${entry.id}`, emptyFound);
  const { wants, words } = draft;
  const there = new Set(keysOf(state.wants));
  const save = async (): Promise<void> => {
    const isSaved = await mover.moveAll([
      { entry, move: { move: 'foundMore', wants: wantsOf(wants.filter((k) => !there.has(k))), words: words.trim() } },
    ]);
    if (!isSaved) return;
    change(emptyFound);
    clear();
  };
  return (
    <Section title="It wants more">
      <WantChips
        label="It wants"
        chosen={wants}
        onChange={(keys) => change({ wants: keys.filter((k) => !there.has(k)) })}
      />
      <LineInput label="What was seen" value={words} onChange={(to) => change({ words: to })} maxLength={300} />
      {wants.length === 0 ? null : (
        <>
          <Text as="small">Asked of the customer before money is spent, unless it is safety.</Text>
          <MainButton mode="outlined" loading={mover.saving} onPress={() => void save()}>
            Add it, and plan anew
          </MainButton>
        </>
      )}
    </Section>
  );
}

/** What is shown of a car before it leaves: asked of one that is not on record, where no gate asks. */
export function ShownPanel({
  state,
  shown,
  onChange,
}: {
  state: QueueState;
  shown: QueueProof[];
  onChange: (shown: QueueProof[]) => void;
}) {
  const wanted = state.car ? [] : proofsWanted(state);
  return (
    <Section title="Before it leaves">
      {state.car ? (
        <Text>
          Its own gate asks for the pedal, the nuts and the joints: show them in its look. Done here is no signature.
        </Text>
      ) : (
        <Text>Nobody drives on a doubtful pedal. Show each:</Text>
      )}
      {wanted.length > 0 ? (
        <Chips
          label="Shown"
          columns={1}
          chosen={shown}
          onChange={onChange}
          options={wanted.map((p) => ({ value: p, label: queueProofNames[p] }))}
        />
      ) : null}
    </Section>
  );
}

/** Not here: referred in writing, or gone. */
export function NotHerePanel({ entry, state, mover }: PanelProps) {
  const { draft, change } = useDraft(`queue-referral.${entry.id}`, { to: '', words: '', driven: 'no', why: '' });
  const [sentence, setSentence] = useState<string | null>(null);
  const refer = (): void => {
    if (draft.to.trim() === '') return setSentence('Say to whom it is referred.');
    setSentence(null);
    void mover.moveAll([
      {
        entry,
        move: { move: 'referred', to: draft.to.trim(), words: draft.words.trim(), mayBeDriven: draft.driven === 'yes' },
      },
    ]);
  };
  if (state.referral)
    return (
      <Section title="Referred">
        <Text>{`To ${state.referral.to}. ${state.referral.mayBeDriven ? 'May be driven there.' : 'Not to be driven.'}`}</Text>
        <MainButton
          mode="outlined"
          icon="print"
          onPress={() => openFile(`/api/queue-referrals/${state.referral!.factId}/letter.pdf`)}
        >
          The letter
        </MainButton>
      </Section>
    );
  return (
    <Section title="Not here">
      <LineInput label="Referred to" value={draft.to} onChange={(to) => change({ to })} maxLength={120} />
      <LineInput
        label="What is asked of them"
        value={draft.words}
        onChange={(words) => change({ words })}
        maxLength={1000}
      />
      <Segments
        label="Until then"
        value={draft.driven}
        onChange={(driven) => change({ driven })}
        options={[
          { value: 'no', label: 'Not driven' },
          { value: 'yes', label: 'May be driven there' },
        ]}
      />
      {sentence ? <Text tone="stop">{sentence}</Text> : null}
      <MainButton mode="outlined" loading={mover.saving} onPress={refer}>
        Refer it, in writing
      </MainButton>
      <View style={styles.row}>
        <View style={styles.grow}>
          <LineInput
            label="Or it left, because"
            value={draft.why}
            onChange={(why) => change({ why })}
            maxLength={200}
          />
        </View>
        {draft.why.trim() === '' ? null : (
          <MainButton
            mode="outlined"
            loading={mover.saving}
            onPress={() => void mover.moveAll([{ entry, move: { move: 'left', why: draft.why.trim() } }])}
          >
            It left
          </MainButton>
        )}
      </View>
    </Section>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1, minWidth: 0 },
});
