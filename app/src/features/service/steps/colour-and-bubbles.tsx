import type { ReactNode } from 'react';
import type { NippleBled } from '@calvik/core';
import { bubbleNames } from '@calvik/words';
import { ChoiceChips } from '../../../ui/chips';
import { Section } from '../../../ui/screen';
import { Segments } from '../../../ui/segments';

/** What is seen in the hose of a nipple; empty while nobody has said. */
export interface SeenInHose {
  clean: 'yes' | 'no' | '';
  bubbles: NippleBled['bubbles'] | '';
}

/** All that the one tap "clean, no bubbles" says, and whether it is said already. */
export const runsClean = (seen: SeenInHose): boolean => seen.clean === 'yes' && seen.bubbles === 'none';
export const sayRunsClean = (seen: SeenInHose): SeenInHose =>
  runsClean(seen) ? { clean: '', bubbles: '' } : { clean: 'yes', bubbles: 'none' };

/** Colour and bubbles of what comes out at a nipple. */
export function ColourAndBubbles({
  seen,
  onChange,
  first,
  children,
}: {
  seen: SeenInHose;
  onChange: (over: Partial<SeenInHose>) => void;
  /** Before the questions, and after them. */
  first?: ReactNode;
  children?: ReactNode;
}) {
  return (
    <Section title="Colour and bubbles">
      {first}
      <Segments
        label="Runs"
        value={seen.clean}
        onChange={(clean) => onChange({ clean })}
        options={[
          { value: 'yes', label: 'Clean, new' },
          { value: 'no', label: 'Still old' },
        ]}
      />
      <ChoiceChips
        label="Bubbles"
        columns={3}
        value={seen.bubbles}
        onChange={(bubbles) => onChange({ bubbles })}
        options={(Object.keys(bubbleNames) as NippleBled['bubbles'][]).map((value) => ({
          value,
          label: bubbleNames[value],
        }))}
      />
      {children}
    </Section>
  );
}
