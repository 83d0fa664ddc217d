import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Portal } from 'react-native-paper';
import { type ServiceJudgement, type ServiceStep } from '@calvik/core';
import { phaseNames } from '@calvik/words';
import { useCrewOnDuty, useLogbook } from '../../state/hooks';
import { Dialog } from '../../ui/dialog';
import { LineInput } from '../../ui/line-input';
import { ChoiceChips } from '../../ui/chips';
import { MainButton } from '../../ui/screen';
import { RadioList } from '../../ui/segments';
import { Text } from '../../ui/text';
import { stepName } from '@calvik/words';

const whySkip = ['Not on this car', 'Done before', 'Parts not here', 'No time: told the lead'] as const;

/** A reason: one of the usual ones with one tap, or in own words. */
export function Why({
  options,
  label,
  value,
  onChange,
}: {
  options: readonly string[];
  label: string;
  value: string;
  onChange: (text: string) => void;
}) {
  return (
    <View style={styles.gap}>
      <ChoiceChips
        label={label}
        value={value}
        onChange={onChange}
        options={options.map((o) => ({ value: o, label: o }))}
      />
      <LineInput
        label={`${label}, in own words`}
        value={options.includes(value) ? '' : value}
        onChange={onChange}
        maxLength={200}
        dense
      />
    </View>
  );
}

/** Leaves a step out, with a reason. */
export function SkipDialog({
  step,
  onClose,
  onSkip,
  problem,
}: {
  step: ServiceStep;
  onClose: () => void;
  onSkip: (reason: string) => Promise<void>;
  problem: string | null;
}) {
  const [reason, setReason] = useState('');
  const [sentence, setSentence] = useState<string | null>(null);
  return (
    <Portal>
      <Dialog visible onDismiss={onClose} style={styles.dialog}>
        <Dialog.Title>{`Skip: ${stepName(step)}`}</Dialog.Title>
        <Dialog.Content style={styles.gap}>
          {step.isRequired ? (
            <Text tone="amber">The car is not released without this step, skipped or not.</Text>
          ) : null}
          <Why options={whySkip} label="Why skip" value={reason} onChange={setReason} />
          {(sentence ?? problem) ? <Text tone="stop">{sentence ?? problem}</Text> : null}
        </Dialog.Content>
        <Dialog.Actions>
          <MainButton mode="text" onPress={onClose}>
            Go back
          </MainButton>
          <MainButton
            onPress={() => (reason.trim() === '' ? setSentence('Say why it is skipped.') : void onSkip(reason.trim()))}
          >
            Skip it
          </MainButton>
        </Dialog.Actions>
      </Dialog>
    </Portal>
  );
}

/** Steps that belong to the same side of the car, or to the same axle: what is handed over together. */
function together(s: ServiceJudgement, step: ServiceStep): { label: string; keys: string[] }[] {
  const open = s.steps.filter((x) => x.state === 'todo');
  const options = [{ label: 'This step', keys: [step.key] }];
  if (step.corner && step.phase === 'measure') {
    const side = step.corner[1]!;
    const keys = open.filter((x) => x.phase === 'measure' && x.corner?.[1] === side).map((x) => x.key);
    options.push({ label: side === 'L' ? 'The left side' : 'The right side', keys });
  }
  const keys = open.filter((x) => x.phase === step.phase).map((x) => x.key);
  if (keys.length > 1) options.push({ label: phaseNames[step.phase], keys });
  return options;
}

/** Gives a step, a side of the car or a part of the work to somebody else. */
export function HandDialog({
  s,
  step,
  onClose,
  onHand,
}: {
  s: ServiceJudgement;
  step: ServiceStep;
  onClose: () => void;
  onHand: (toCrewId: string, keys: string[]) => Promise<void>;
}) {
  const logbook = useLogbook();
  const crew = useCrewOnDuty();
  const [to, setTo] = useState('');
  const options = together(s, step);
  const [what, setWhat] = useState(options[0]!.label);
  const people = [...logbook.crew.values()].filter((c) => !c.archived && (c.id !== crew?.id || step.handedTo !== null));
  return (
    <Portal>
      <Dialog visible onDismiss={onClose} style={styles.dialog}>
        <Dialog.Title>Hand over</Dialog.Title>
        <Dialog.Content style={styles.gap}>
          <ChoiceChips
            label="What"
            value={what}
            onChange={setWhat}
            options={options.map((o) => ({ value: o.label, label: o.label }))}
          />
          <RadioList
            label="To"
            value={to}
            onChange={setTo}
            options={people.map((c) => ({ value: c.id, label: c.name }))}
          />
        </Dialog.Content>
        <Dialog.Actions>
          <MainButton mode="text" onPress={onClose}>
            Go back
          </MainButton>
          <MainButton
            disabled={to === ''}
            onPress={() => void onHand(to, options.find((o) => o.label === what)?.keys ?? [step.key])}
          >
            Hand over
          </MainButton>
        </Dialog.Actions>
      </Dialog>
    </Portal>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 8 },
  dialog: { maxWidth: 520, alignSelf: 'center', width: '94%' },
});
