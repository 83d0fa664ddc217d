import { useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Fact, type PedalCheck, type PedalFeel, judgePedal } from '@calvik/core';
import { ChoiceChips } from '../../../ui/chips';
import { MainButton, Section } from '../../../ui/screen';
import { Segments } from '../../../ui/segments';
import { Text } from '../../../ui/text';
import { StepFrame, lastOf } from '../step-frame';
import { useDraft } from '../../../state/use-draft';
import type { StepProps } from '../use-service';
import { routes } from '../../../routes';
import { pedalSuspectNames } from '@calvik/words';
import { FindingLines } from '../../../facts/finding-line';

const feels: { value: PedalFeel; label: string }[] = [
  { value: 'firm', label: 'Firm' },
  { value: 'acceptable', label: 'Fair' },
  { value: 'long', label: 'Long' },
  { value: 'soft', label: 'Soft' },
];
const strokes = ['1', '2', '3', '4', '5', '8', '12', '20'].map((value) => ({
  value,
  label: value === '20' ? 'more' : value,
}));

interface PedalForm {
  feel: PedalFeel | '';
  strokes: string;
  held: number;
  sinks: 'yes' | 'no' | '';
  engine: 'yes' | 'no' | 'none' | '';
}

/** What the finished job must show, by how the pedal was before it. */
const cameIn = (before: PedalFeel | null): string => {
  const name = feels.find((f) => f.value === before)?.label.toLowerCase();
  if (name === undefined) return 'Must be firm.';
  return before === 'acceptable' ? `Came in ${name}: must be at least that now.` : `Came in ${name}: must be firm now.`;
};

/** The pedal: how it feels before anything is opened, and the gate that it must pass before the car moves. */
export function PedalStep({ s, step }: StepProps) {
  const router = useRouter();
  const isGate = step.kind === 'pedalGate';
  const standing = isGate ? undefined : lastOf(s, 'pedalCheck', (f) => f.moment === 'baseline');
  const { draft, change, clear } = useDraft<PedalForm>(`service.${s.job.id}.${step.key}`, {
    feel: standing?.feel ?? '',
    strokes: standing?.strokes === null || standing === undefined ? '' : String(standing.strokes),
    held: standing?.heldSeconds ?? 0,
    sinks: standing?.sinks === null || standing === undefined ? '' : standing.sinks ? 'yes' : 'no',
    engine: '',
  });
  const [heldSince, setHeldSince] = useState<number | null>(null);
  useEffect(() => {
    if (heldSince === null) return;
    const timer = setInterval(() => change({ held: Math.round((Date.now() - heldSince) / 1000) }), 250);
    return () => clearInterval(timer);
  }, [heldSince, change]);

  const body = {
    kind: 'pedalCheck' as const,
    moment: isGate ? ('gate' as const) : ('baseline' as const),
    feel: draft.feel as PedalFeel,
    strokes: draft.strokes === '' ? null : Number(draft.strokes),
    heldSeconds: draft.held > 0 ? draft.held : null,
    sinks: draft.sinks === '' ? null : draft.sinks === 'yes',
    dropsWithEngine: draft.engine === 'yes' ? true : draft.engine === 'no' ? false : null,
  };
  const make = () => {
    if (!draft.feel) return { says: 'Say how the pedal feels.', at: 'Pedal' };
    if (isGate && !draft.sinks) return { says: 'Say whether it sinks under a steady foot.', at: 'Sinks' };
    return [body];
  };
  const judged = isGate && draft.feel ? judgePedal(body as unknown as PedalCheck & Fact, s.baseline) : null;
  const isBad = judged !== null && !judged.isPassed;
  return (
    <StepFrame
      s={s}
      step={step}
      make={make}
      usual={{
        says: 'Firm, holds, gives a little',
        // Counted and timed first; of how it feels nobody has said anything yet.
        make: () =>
          isGate && body.strokes !== null && body.heldSeconds !== null && !draft.feel && !draft.sinks && !draft.engine
            ? [{ ...body, feel: 'firm', sinks: false, dropsWithEngine: true }]
            : null,
      }}
      onSaved={() => {
        clear();
        // A soft or sinking pedal goes back to the exchange, not on.
        if (!isBad) return undefined;
        router.replace(routes.step(s.job.id, 'exchange'));
        return 'stay';
      }}
      saveLabel={isBad ? 'Save, then bleed again' : undefined}
      wanted={isGate ? cameIn(s.baseline?.feel ?? null) : undefined}
    >
      <Section title={isGate ? 'Pumped until firm, it feels' : 'It feels'}>
        <ChoiceChips
          label="Pedal"
          value={draft.feel}
          options={feels}
          onChange={(feel) => change({ feel })}
          columns={2}
        />
      </Section>
      {judged ? <FindingLines findings={judged.findings} /> : null}
      {judged && judged.suspects.length > 0 ? (
        <View testID="suspects">
          <Text as="strong">Look first at</Text>
          {judged.suspects.map((x) => (
            <Text key={x}>{`– ${pedalSuspectNames[x]}`}</Text>
          ))}
        </View>
      ) : null}
      <Section title="Strokes to a firm pedal">
        <ChoiceChips
          label="Pumps"
          value={draft.strokes}
          options={strokes}
          onChange={(value) => change({ strokes: value })}
          columns={4}
        />
      </Section>
      {isGate ? (
        <>
          <Section title="Held under a steady foot">
            <View style={styles.row}>
              <Text as="bigFigure" testID="held">{`${draft.held} s`}</Text>
              <View style={styles.grow}>
                <MainButton
                  mode={heldSince === null ? 'contained' : 'outlined'}
                  onPress={() => setHeldSince(heldSince === null ? Date.now() : null)}
                >
                  {heldSince === null ? 'Foot on: start' : 'Foot off: stop'}
                </MainButton>
              </View>
            </View>
            <ChoiceChips
              label="Held"
              value={String(draft.held)}
              options={[10, 15, 30].map((x) => ({ value: String(x), label: `${x} s` }))}
              onChange={(x) => change({ held: Number(x) })}
              columns={3}
            />
            <Text>Does it sink?</Text>
            <Segments
              label="Sinks"
              value={draft.sinks}
              onChange={(sinks) => change({ sinks })}
              options={[
                { value: 'no', label: 'Holds' },
                { value: 'yes', label: 'Sinks' },
              ]}
            />
          </Section>
          <Section title="Engine started, foot on it">
            <Segments
              label="With the engine"
              value={draft.engine}
              onChange={(engine) => change({ engine })}
              options={[
                { value: 'yes', label: 'Gives a little' },
                { value: 'no', label: 'Does not' },
                { value: 'none', label: 'No booster' },
              ]}
            />
          </Section>
        </>
      ) : null}
    </StepFrame>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 16 },
  grow: { flex: 1 },
});
