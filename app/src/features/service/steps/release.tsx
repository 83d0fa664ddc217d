import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import {
  type Finding,
  type HeldItem,
  dateIn,
  findingKey,
  limitsOf,
  longDate,
  stepOfFinding,
  timeIn,
  traceOf,
} from '@calvik/core';
import { type FastenerNames, fastenerNames, stepName, counted } from '@calvik/words';
import { useCrewOnDuty, useToday } from '../../../state/hooks';
import { useTokens } from '../../../theme/use-tokens';
import { Icon } from '../../../ui/icons';
import { onEnter } from '../../../ui/keyboard';
import { LineInput } from '../../../ui/line-input';
import { MainButton, Section } from '../../../ui/screen';
import { Text } from '../../../ui/text';
import { useSaveFact } from '../../../facts/save-fact';
import { StepFrame } from '../step-frame';
import type { StepProps } from '../use-service';
import { useTell } from '../../../state/use-say';
import { StandingFaults } from '../../condition/standing-faults';
import { NotAgreed, useIsUnsent } from '../../../facts/not-agreed';
import { FindingLine } from '../../../facts/finding-line';
import { routes } from '../../../routes';

/** What is open, in view; what the lead lets pass; and the signature. */
export function ReleaseStep({ s, step, logbook }: StepProps) {
  const router = useRouter();
  const crew = useCrewOnDuty();
  const { gate } = s;
  const isUnsent = useIsUnsent(gate.signed?.id);
  const { timeZone } = logbook.shop;
  const holding = gate.holds.filter((h) => h.waived === null);
  const tell = useTell();
  const fasteners = useMemo(() => fastenerNames(s.sheet.fasteners), [s.sheet]);
  const name = (id: string): string => logbook.crew.get(id)?.name ?? 'somebody';
  const openItems = [...gate.holds.map((h) => traceOf(h.finding)), ...gate.open.map(traceOf)];
  return (
    <StepFrame
      s={s}
      step={step}
      make={
        gate.isReleased
          ? undefined
          : () => {
              if (gate.stops.length > 0) return `Not released: ${tell(gate.stops[0]!, fasteners)}`;
              if (holding.length > 0) return `Held: ${tell(holding[0]!.finding, fasteners)}`;
              return [{ kind: 'carReleased', openItems, limits: limitsOf(logbook, s.job) }];
            }
      }
      saveLabel={crew ? `Release, signed ${crew.name}` : 'Release'}
      onSaved={() => 'stay'}
      footer={
        <MainButton
          mode={gate.isReleased ? 'contained' : 'outlined'}
          onPress={() => router.push(routes.serviceSheet(s.job.id))}
        >
          Service sheet
        </MainButton>
      }
    >
      <NotAgreed id={gate.isReleased ? gate.signed?.id : undefined} />
      <View testID="gate-state">
        {gate.isReleased && isUnsent ? null : gate.isReleased && gate.signed ? (
          <Text as="heading">{`Released by ${name(gate.signed.by)}, ${longDate(dateIn(gate.signed.at, timeZone))} ${timeIn(gate.signed.at, timeZone)}.`}</Text>
        ) : gate.stops.length > 0 ? (
          <Text as="heading" tone="stop">
            {gate.isReopened
              ? 'Was released; stopped again.'
              : `Stopped: ${counted(gate.stops.length, 'thing')} that nobody waives.`}
          </Text>
        ) : holding.length > 0 ? (
          <Text as="heading" tone="amber">{`Held: ${holding.length} for the lead.`}</Text>
        ) : gate.isReopened ? (
          <Text as="heading" tone="amber">
            What was found after the signature is put right. The signature does not come back: read what is open, then
            sign again.
          </Text>
        ) : (
          <Text as="heading">Nothing holds it. Read what is open, then sign.</Text>
        )}
      </View>
      {gate.stops.length > 0 ? (
        <Section title="Stops the car">
          <View testID="stops" style={styles.gap}>
            {gate.stops.map((f) => (
              <Leading key={findingKey(f)} s={s} finding={f} fasteners={fasteners} />
            ))}
          </View>
          {s.pedal.suspects.length > 0 ? (
            <MainButton mode="outlined" onPress={() => router.replace(routes.step(s.job.id, 'exchange'))}>
              Back to the exchange
            </MainButton>
          ) : null}
        </Section>
      ) : null}
      {gate.holds.length > 0 ? (
        <Section title="On hold: lead’s decision">
          {crew?.role !== 'lead' && holding.length > 0 ? (
            <Text as="small">The lead may waive these, one by one, with a name and a reason.</Text>
          ) : null}
          <View testID="holds" style={styles.gap}>
            {gate.holds.map((hold) => (
              <Hold
                key={findingKey(hold.finding)}
                s={s}
                hold={hold}
                fasteners={fasteners}
                waivedBy={hold.waived && name(hold.waived.by)}
              />
            ))}
          </View>
        </Section>
      ) : null}
      <StandingFaults car={s.car} />
      {isNewFluidUntested(s) ? (
        <MainButton mode="outlined" onPress={() => router.push(routes.test(s.car.id, { job: s.job.id }))}>
          Boiling test of the new fluid
        </MainButton>
      ) : null}
      {gate.open.length > 0 ? (
        <Section title="Advisories">
          <View testID="open-items">
            {gate.open.map((f) => (
              <Text key={findingKey(f)}>{`– ${tell(f, fasteners)}`}</Text>
            ))}
          </View>
        </Section>
      ) : null}
      <Text as="small">Re-torque wheel nuts and caliper bolts after the first session.</Text>
    </StepFrame>
  );
}

/** All the fluid is new, and nobody has tested what went in. */
const isNewFluidUntested = ({ exchange, facts }: StepProps['s']): boolean => {
  const last = exchange.steps.findLast((step) => step.drawn)?.drawn;
  return (
    exchange.isDone &&
    exchange.begun?.scope === 'full' &&
    !facts.some((f) => f.kind === 'boilingTest' && f.at > (last?.at ?? ''))
  );
};

/** A finding that leads to the step in which it is put right. */
function Leading({ s, finding, fasteners }: Pick<StepProps, 's'> & { finding: Finding; fasteners: FastenerNames }) {
  const t = useTokens();
  const router = useRouter();
  const step = stepOfFinding(s, finding);
  if (!step) return <FindingLine finding={finding} fasteners={fasteners} />;
  // Steps take each other's place: back always leads to the service.
  const open = (): void => router.replace(routes.step(s.job.id, step.key));
  return (
    <Pressable
      role="link"
      aria-label={`Open ${stepName(step, s)}`}
      onPress={open}
      {...onEnter(open)}
      style={styles.leading}
    >
      <View style={styles.grow}>
        <FindingLine finding={finding} fasteners={fasteners} />
      </View>
      <Icon name="right" size={20} color={t.inkSoft} />
    </Pressable>
  );
}

function Hold({
  s,
  hold,
  fasteners,
  waivedBy,
}: Pick<StepProps, 's'> & { hold: HeldItem; fasteners: FastenerNames; waivedBy: string | null }) {
  const t = useTokens();
  const crew = useCrewOnDuty();
  const today = useToday();
  const tell = useTell();
  const { saveFact, saving, problem } = useSaveFact();
  const [asked, setAsked] = useState(false);
  const [reason, setReason] = useState('');
  const [sentence, setSentence] = useState<string | null>(null);
  if (hold.waived) {
    return (
      <View style={[styles.waived, { borderColor: t.rule }]}>
        <Text>{tell(hold.finding, fasteners)}</Text>
        <Text as="small">{`Waived by ${waivedBy}: ${hold.waived.reason}`}</Text>
      </View>
    );
  }
  const waive = async (): Promise<void> => {
    if (reason.trim() === '') return setSentence('Say why it is waived.');
    setSentence(null);
    await saveFact(
      {
        kind: 'holdWaived',
        finding: traceOf(hold.finding),
        reason: reason.trim(),
        carId: s.car.id,
        jobId: s.job.id,
      },
      today,
    );
  };
  return (
    <View style={styles.gap}>
      <Leading s={s} finding={hold.finding} fasteners={fasteners} />
      {crew?.role !== 'lead' ? null : asked ? (
        <View style={styles.gap}>
          <LineInput label="Why it is waived" value={reason} onChange={setReason} maxLength={300} dense />
          {(sentence ?? problem) ? <Text tone="stop">{sentence ?? problem}</Text> : null}
          <MainButton mode="outlined" loading={saving} onPress={() => void waive()}>
            {`Waive it, signed ${crew.name}`}
          </MainButton>
        </View>
      ) : (
        <View style={styles.row}>
          <MainButton mode="text" onPress={() => setAsked(true)}>
            Waive
          </MainButton>
        </View>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 8 },
  grow: { flex: 1, minWidth: 0 },
  leading: { flexDirection: 'row', alignItems: 'center', gap: 8, minHeight: 48 },
  row: { flexDirection: 'row', justifyContent: 'space-between' },
  waived: { borderLeftWidth: 3, paddingLeft: 12, gap: 2 },
});
