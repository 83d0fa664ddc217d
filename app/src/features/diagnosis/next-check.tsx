import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { DiagnosticCheck } from '@calvik/core';
import { type Diagnosis, type Means, checkTable, minutesOfCheck } from '@calvik/core/diagnosis';
import { causeNames, checkTexts, needsText, remedyTexts, shareText } from '@calvik/words/diagnosis';
import { Chips, ChoiceChips } from '../../ui/chips';
import { PickList } from '../../ui/pick-list';
import { MainButton, Section } from '../../ui/screen';
import { Text } from '../../ui/text';

/** What there is to work with, as it is ticked. */
export type MeansTicked = ('lift' | 'two' | 'off')[];
export const meansOf = (ticked: MeansTicked): Means => ({
  hasLift: ticked.includes('lift'),
  people: ticked.includes('two') ? 2 : 1,
  wheelsAreOff: ticked.includes('off'),
});

/** The check that tells most a minute with what there is, or another; its outcome in one tap. */
export function NextCheck({
  advice,
  ticked,
  onTick,
  onOutcome,
}: {
  advice: Diagnosis['advice'];
  ticked: MeansTicked;
  onTick: (ticked: MeansTicked) => void;
  /** @returns whether it was saved */
  onOutcome: (check: DiagnosticCheck, outcome: string) => Promise<boolean>;
}) {
  const [other, choose] = useState<DiagnosticCheck | null>(null);
  const [isPicking, setPicking] = useState(false);
  const first = advice.suspects[0]!;
  const check = other ?? advice.next?.check ?? null;
  const answer = async (outcome: string): Promise<void> => {
    if (check && (await onOutcome(check, outcome))) choose(null);
  };
  return (
    <Section title={check ? 'Next check' : 'Enough is known'}>
      <Text as="small">What there is to work with</Text>
      <Chips
        label="There is"
        columns={3}
        chosen={ticked}
        onChange={onTick}
        options={[
          { value: 'lift', label: 'Lift or stands' },
          { value: 'two', label: 'Two people' },
          { value: 'off', label: 'Wheels off' },
        ]}
      />
      {check ? (
        <View style={styles.gap} testID="next-check">
          <Text as="heading">{checkTexts[check].name}</Text>
          <Text>{checkTexts[check].how}</Text>
          <Text as="small">{`${minutesOfCheck(check, meansOf(ticked))} min, ${needsText(checkTable[check])}. ${checkTable[check].source}.`}</Text>
          <ChoiceChips
            label={checkTexts[check].name}
            value=""
            onChange={(outcome) => void answer(outcome)}
            options={checkTable[check].outcomes.map((o) => ({
              value: o,
              label: checkTexts[check].outcomes[o] ?? o,
            }))}
          />
        </View>
      ) : (
        <Text>{`${causeNames[first.cause]}, ${shareText(first.share)}: ${remedyTexts[first.cause]}`}</Text>
      )}
      <MainButton mode="text" onPress={() => setPicking(true)}>
        Another check
      </MainButton>
      <PickList
        title="Checks, what tells most a minute first"
        options={advice.others.map((o) => ({ value: o.check, label: `${checkTexts[o.check].name}, ${o.minutes} min` }))}
        chosen={check ?? undefined}
        visible={isPicking}
        onClose={() => setPicking(false)}
        onPick={(value) => {
          choose(value as DiagnosticCheck);
          setPicking(false);
        }}
      />
    </Section>
  );
}

const styles = StyleSheet.create({ gap: { gap: 8 } });
