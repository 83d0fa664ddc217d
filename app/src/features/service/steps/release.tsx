import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type HeldItem, dateIn, longDate, timeIn } from '@calvik/core';
import { useCrewOnDuty, useToday } from '../../../state/hooks';
import { useTokens } from '../../../theme/use-tokens';
import { LineInput } from '../../../ui/line-input';
import { MainButton, Section } from '../../../ui/screen';
import { Text } from '../../../ui/text';
import { ReasonLine } from '../../../ui/verdict';
import { type NewFact, useSaveFact } from '../../save-fact';
import { StepFrame } from '../step-frame';
import type { StepProps } from '../use-service';

/** What is open, in view; what the lead lets pass; and the signature. */
export function ReleaseStep({ s, step, logbook }: StepProps) {
  const router = useRouter();
  const crew = useCrewOnDuty();
  const { gate } = s;
  const { timeZone } = logbook.shop;
  const holding = gate.holds.filter((h) => h.passed === null);
  const name = (id: string): string => logbook.crew.get(id)?.name ?? 'somebody';
  const openItems = [...gate.holds.map((h) => h.text), ...gate.open.map((o) => o.text)];
  return (
    <StepFrame
      s={s}
      step={step}
      make={
        gate.isReleased
          ? undefined
          : () => {
              if (gate.stops.length > 0) return `Not released: ${gate.stops[0]!.text}`;
              if (holding.length > 0) return `Held: ${holding[0]!.text}`;
              return [{ kind: 'carReleased', openItems }];
            }
      }
      saveLabel={crew ? `Release, signed ${crew.name}` : 'Release'}
      onSaved={() => 'stay'}
      footer={
        <MainButton
          mode={gate.isReleased ? 'contained' : 'outlined'}
          onPress={() => router.push(`/service/${s.job.id}/sheet` as never)}
        >
          Service sheet
        </MainButton>
      }
    >
      <View testID="gate-state">
        {gate.isReleased && gate.signed ? (
          <Text as="heading">{`Released by ${name(gate.signed.by)}, ${longDate(dateIn(gate.signed.at, timeZone))} ${timeIn(gate.signed.at, timeZone)}.`}</Text>
        ) : gate.stops.length > 0 ? (
          <Text as="heading" tone="stop">
            {gate.isReopened
              ? 'Was released; stopped again.'
              : `Stopped: ${gate.stops.length} ${gate.stops.length === 1 ? 'thing' : 'things'} that nobody lets pass.`}
          </Text>
        ) : holding.length > 0 ? (
          <Text as="heading" tone="amber">{`Held: ${holding.length} for the lead.`}</Text>
        ) : (
          <Text as="heading">Nothing holds it. Read what is open, then sign.</Text>
        )}
      </View>
      {gate.stops.length > 0 ? (
        <Section title="Stops the car">
          <View testID="stops" style={styles.gap}>
            {gate.stops.map((i) => (
              <ReasonLine key={`${i.area} ${i.text}`} reason={{ verdict: 'stop', text: i.text }} />
            ))}
          </View>
          {s.pedal.suspects.length > 0 ? (
            <MainButton mode="outlined" onPress={() => router.push(`/service/${s.job.id}/exchange` as never)}>
              Back to the exchange
            </MainButton>
          ) : null}
        </Section>
      ) : null}
      {gate.holds.length > 0 ? (
        <Section title="Holds the car">
          {crew?.role !== 'lead' && holding.length > 0 ? (
            <Text as="small">The lead may let these pass, one by one, with a name and a reason.</Text>
          ) : null}
          <View testID="holds" style={styles.gap}>
            {gate.holds.map((hold) => (
              <Hold
                key={`${hold.area} ${hold.text}`}
                s={s}
                hold={hold}
                passedBy={hold.passed && name(hold.passed.by)}
              />
            ))}
          </View>
        </Section>
      ) : null}
      {gate.open.length > 0 ? (
        <Section title="Open, and known">
          <View testID="open-items">
            {gate.open.map((i) => (
              <Text key={`${i.area} ${i.text}`}>{`– ${i.text}`}</Text>
            ))}
          </View>
        </Section>
      ) : null}
      <Text as="small">Wheel nuts and caliper bolts again after the first session.</Text>
    </StepFrame>
  );
}

function Hold({ s, hold, passedBy }: Pick<StepProps, 's'> & { hold: HeldItem; passedBy: string | null }) {
  const t = useTokens();
  const router = useRouter();
  const crew = useCrewOnDuty();
  const today = useToday();
  const { saveFact, saving, problem } = useSaveFact();
  const [asked, setAsked] = useState(false);
  const [reason, setReason] = useState('');
  const [sentence, setSentence] = useState<string | null>(null);
  if (hold.passed) {
    return (
      <View style={[styles.passed, { borderColor: t.rule }]}>
        <Text>{hold.text}</Text>
        <Text as="small">{`Let pass by ${passedBy}: ${hold.passed.reason}`}</Text>
      </View>
    );
  }
  const pass = async (): Promise<void> => {
    if (reason.trim() === '') return setSentence('Say why it may pass.');
    setSentence(null);
    const fact = {
      kind: 'holdWaived',
      hold: hold.area,
      finding: hold.text,
      reason: reason.trim(),
      carId: s.car.id,
      jobId: s.job.id,
    };
    await saveFact(fact as NewFact, today);
  };
  return (
    <View style={styles.gap}>
      <ReasonLine reason={{ verdict: 'needsWork', text: hold.text }} />
      {crew?.role !== 'lead' ? null : asked ? (
        <View style={styles.gap}>
          <LineInput label="Why it may pass" value={reason} onChange={setReason} maxLength={300} dense />
          {(sentence ?? problem) ? <Text tone="stop">{sentence ?? problem}</Text> : null}
          <MainButton mode="outlined" loading={saving} onPress={() => void pass()}>
            {`Let it pass, signed ${crew.name}`}
          </MainButton>
        </View>
      ) : (
        <View style={styles.row}>
          {hold.area.startsWith('step.') ? (
            <MainButton
              mode="text"
              onPress={() => router.push(`/service/${s.job.id}/${hold.area.slice('step.'.length)}` as never)}
            >
              Do it now
            </MainButton>
          ) : null}
          <MainButton mode="text" onPress={() => setAsked(true)}>
            Let it pass
          </MainButton>
        </View>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 8 },
  row: { flexDirection: 'row', justifyContent: 'space-between' },
  passed: { borderLeftWidth: 3, paddingLeft: 12, gap: 2 },
});
