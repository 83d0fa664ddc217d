import { useState } from 'react';
import { type Cause, causes } from '@calvik/core';
import { causeTable } from '@calvik/core/diagnosis';
import { causeNames, remedyTexts } from '@calvik/words/diagnosis';
import { LineInput } from '../../ui/line-input';
import { PickList } from '../../ui/pick-list';
import { MainButton, Section } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';

/** How a diagnosis ends, as it is typed. */
export interface FoundDraft {
  cause: Cause | '';
  isConfirmed: boolean;
  words: string;
}

/** What it turned out to be, whether it can be put right here, and what was done. */
export function WhatItIs({
  cause,
  draft,
  onChange,
  onRecord,
  saving,
}: {
  cause: Cause;
  draft: FoundDraft;
  onChange: (over: Partial<FoundDraft>) => void;
  onRecord: () => void;
  saving: boolean;
}) {
  return (
    <Section title="What it is">
      <Text>{remedyTexts[cause]}</Text>
      <Text as="strong">
        {causeTable[cause].isTrackside ? 'Can be put right here.' : 'Not here: refer it, in writing.'}
      </Text>
      <CausePick cause={cause} onPick={(to) => onChange({ cause: to })} />
      <Segments
        label="How sure"
        value={draft.isConfirmed ? 'yes' : 'no'}
        onChange={(v) => onChange({ isConfirmed: v === 'yes' })}
        options={[
          { value: 'yes', label: 'Found' },
          { value: 'no', label: 'Most likely' },
        ]}
      />
      <LineInput
        label="What was found and done"
        value={draft.words}
        onChange={(words) => onChange({ words })}
        maxLength={500}
      />
      <MainButton onPress={onRecord} loading={saving}>
        {`Record: ${causeNames[cause].toLowerCase()}`}
      </MainButton>
    </Section>
  );
}

function CausePick({ cause, onPick }: { cause: Cause; onPick: (cause: Cause) => void }) {
  const [isOpen, open] = useState(false);
  return (
    <>
      <MainButton mode="outlined" label="What it turned out to be" onPress={() => open(true)}>
        {causeNames[cause]}
      </MainButton>
      <PickList
        title="What it turned out to be"
        options={causes.map((c) => ({ value: c, label: causeNames[c] }))}
        chosen={cause}
        visible={isOpen}
        onClose={() => open(false)}
        onPick={(value) => {
          onPick(value as Cause);
          open(false);
        }}
      />
    </>
  );
}
