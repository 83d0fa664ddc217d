import { useRouter } from 'expo-router';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { TextInput } from 'react-native-paper';
import { type Complaint, complaints, pressureAtAltitude, judgeComplaints } from '@calvik/core';
import { complaintWords } from '@calvik/words';
import { useCrewOnDuty, useLogbook } from '../../../state/hooks';
import { useUnits } from '../../../ui/units';
import { Chips } from '../../../ui/chips';
import { FigureFields, useReadFigure } from '../../../ui/figure-fields';
import { MainButton } from '../../../ui/screen';
import { Text } from '../../../ui/text';
import { VerdictMark } from '../../../ui/verdict';
import { FluidBar } from '../../fluid/fluid-bar';
import { useFluid } from '../../fluid/use-fluid';
import { asFact, type NewFact } from '../../../facts/save-fact';
import { StepFrame, lastOf } from '../step-frame';
import { useDraft } from '../../../state/use-draft';
import type { StepProps } from '../use-service';
import { routes } from '../../../routes';
import { useTell } from '../../../state/use-say';
import { FindingLines } from '../../../facts/finding-line';

/** What the driver brought back, with the first suspects. */
export function DriverStep({ s, step }: StepProps) {
  const router = useRouter();
  const standing = lastOf(s, 'driverReport');
  const { draft, change, clear } = useDraft<{ said: Complaint[]; words: string }>(`service.${s.job.id}.driver`, {
    said: standing?.complaints ?? [],
    words: standing?.words ?? '',
  });
  return (
    <StepFrame
      s={s}
      step={step}
      make={() => [{ kind: 'driverReport', complaints: draft.said, words: draft.words }]}
      saveLabel={draft.said.length === 0 && draft.words.trim() === '' && !standing ? 'No complaints: go on' : undefined}
      onSaved={clear}
    >
      <Chips
        label="The driver says"
        columns={1}
        chosen={draft.said}
        onChange={(said) => change({ said })}
        options={complaints.map((c) => ({ value: c, label: complaintWords[c].says }))}
      />
      <FindingLines findings={judgeComplaints(draft.said)} />
      {draft.said.length > 0 ? (
        <MainButton
          mode="outlined"
          onPress={() => router.push(routes.newDiagnosis(s.car.id, { signs: draft.said.join(',') }))}
        >
          Find out why
        </MainButton>
      ) : null}
      <TextInput
        mode="outlined"
        label="In the driver’s own words"
        aria-label="In the driver’s own words"
        value={draft.words}
        onChangeText={(words) => change({ words })}
        multiline
        maxLength={1000}
      />
    </StepFrame>
  );
}

/** No brake fluid boils under this, °C: a figure below it is not finished yet, or misread. */
const LEAST_BOILING_C = 80;

/** The boiling test inside the service; tester and pen are one tap away. */
export function BoilStep({ s, step }: StepProps) {
  const router = useRouter();
  const { show } = useUnits();
  const tell = useTell();
  const { shop } = useLogbook();
  const crew = useCrewOnDuty();
  const read = useReadFigure();
  const { draft, change, clear } = useDraft<{ reading: string }>(`service.${s.job.id}.boil`, { reading: '' });
  const reading = read(draft.reading, 'temperature');
  const body = useMemo(
    () =>
      reading === null || reading < LEAST_BOILING_C
        ? null
        : ({
            kind: 'boilingTest',
            carId: s.car.id,
            readingC: reading,
            ambientKpa: pressureAtAltitude(shop.altitudeM),
            ambientFrom: 'altitude',
            instrument: 'byHand',
          } as const),
    [reading, s.car.id, shop.altitudeM],
  );
  const judged = useMemo(() => body && asFact(body as NewFact, new Date().toISOString(), crew?.id ?? ''), [body, crew]);
  const judgement = useFluid(s.car, s.event, judged);
  const before = judgement.state.fillings
    .flatMap((f) => f.tests)
    .filter((x) => x.test.id !== judged?.id)
    .at(-1);
  const kept = lastOf(s, 'boilingTest');
  const ownBoil = kept ? `This service: ${show(kept.readingC, 'temperature')}.` : '';
  return (
    <StepFrame
      s={s}
      step={step}
      hasKeypad
      wanted={`Wants ${show(judgement.demanded.value, 'temperature')}${s.event ? ` at ${s.event.name}` : ''}.`}
      make={() =>
        body
          ? [body]
          : reading === null
            ? 'Type the reading, or take it with the tester or the pen.'
            : `No brake fluid boils at ${show(reading, 'temperature')}: read it again.`
      }
      onSaved={clear}
    >
      {ownBoil ? <Text as="strong">{ownBoil}</Text> : null}
      <FigureFields
        verdict={
          <View testID="live-verdict" style={{ gap: 4 }}>
            <FluidBar judgement={judgement} />
            <View style={styles.said}>
              {judged ? <VerdictMark verdict={judgement.verdict} /> : null}
              <Text numberOfLines={2} style={styles.grow}>
                {tell(judgement.headline)}
              </Text>
            </View>
          </View>
        }
        fields={[
          {
            key: 'reading',
            label: 'Boiling point',
            dimension: 'temperature',
            last: before?.test.readingC ?? null,
            digits: 0,
          },
        ]}
        values={{ reading: draft.reading }}
        onChange={(_, text) => change({ reading: text })}
        selected="reading"
        onSelect={() => undefined}
      />
      <MainButton mode="outlined" onPress={() => router.replace(routes.test(s.car.id, { job: s.job.id }))}>
        Tester or pen
      </MainButton>
    </StepFrame>
  );
}

const styles = StyleSheet.create({
  said: { flexDirection: 'row', alignItems: 'flex-start', gap: 8 },
  grow: { flex: 1 },
});
