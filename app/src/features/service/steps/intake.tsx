import { useRouter } from 'expo-router';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { TextInput } from 'react-native-paper';
import {
  type ChecksDone,
  type Complaint,
  type Corner,
  type ReservoirSeen,
  checksOf,
  complaints,
  corners,
  levelAtShare,
  levelTarget,
  pressureAtAltitude,
  judgeComplaints,
  judgeLevel,
} from '@calvik/core';
import { complaintWords } from '@calvik/words';
import { useLogbook } from '../../../state/hooks';
import { useUnits } from '../../../ui/units';
import { CheckList, type CheckStates, checkItems, checkStates, firstOpenCheck } from '../../../ui/check-list';
import { Chips, ChoiceChips } from '../../../ui/chips';
import { FigureFields, useReadFigure } from '../../../ui/figure-fields';
import { type CornerCell, CornerMap } from '../../../ui/corner-map';
import { Reservoir } from '../../../ui/reservoir';
import { MainButton, Section } from '../../../ui/screen';
import { Text } from '../../../ui/text';
import { VerdictMark } from '../../../ui/verdict';
import { FigureView } from '../../../ui/working';
import { recordText } from '../../../ui/quantity-text';
import { FluidBar } from '../../fluid/fluid-bar';
import { useFluid } from '../../fluid/use-fluid';
import { asFact, type NewFact } from '../../save-fact';
import { StepFrame, lastOf } from '../step-frame';
import { useDraft } from '../../../state/use-draft';
import type { StepProps } from '../use-service';
import { routes } from '../../routes';
import { useTell } from '../../../state/use-say';
import { FindingLines } from '../../finding-line';

/** What the driver brought back, with the first suspects. */
export function DriverStep({ s, step }: StepProps) {
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

const colours: { value: ReservoirSeen['colour']; label: string }[] = [
  { value: 'clear', label: 'Clear' },
  { value: 'straw', label: 'Straw' },
  { value: 'amber', label: 'Amber' },
  { value: 'dark', label: 'Dark' },
  { value: 'murky', label: 'Murky' },
];
const baskets: { value: NonNullable<ReservoirSeen['basket']>; label: string }[] = [
  { value: 'clean', label: 'Clean' },
  { value: 'dirty', label: 'Dirty' },
  { value: 'damaged', label: 'Damaged' },
  { value: 'none', label: 'None fitted' },
];

/** The reservoir: as it came, or as it is set at the end. */
export function ReservoirStep({ s, step, logbook }: StepProps) {
  const { show, system } = useUnits();
  const read = useReadFigure();
  const isFinal = step.kind === 'level';
  const moment = isFinal ? 'final' : 'intake';
  const standing = isFinal ? undefined : lastOf(s, 'reservoirSeen', (f) => f.moment === 'intake');
  const { car } = s;
  const { draft, change, clear } = useDraft<{
    level: string;
    colour: ReservoirSeen['colour'] | '';
    basket: NonNullable<ReservoirSeen['basket']> | '';
  }>(`service.${s.job.id}.${step.key}`, {
    level: recordText(standing?.levelMl, 'volume', system),
    colour: standing?.colour ?? '',
    basket: standing?.basket ?? '',
  });
  const target = useMemo(() => (isFinal ? levelTarget(logbook, s) : null), [isFinal, logbook, s]);
  const level = read(draft.level, 'volume');
  const between = (share: number): number => levelAtShare(car, share);
  const levels: [label: string, ml: number][] = [
    ['MAX', between(1)],
    ['¾', between(0.75)],
    ['½', between(0.5)],
    ['¼', between(0.25)],
    ['MIN', between(0)],
  ];
  // At the end the figure itself is one tap away.
  const marks = target
    ? [[show(target.target.value, 'volume'), target.target.value] as (typeof levels)[number], ...levels]
    : levels;
  return (
    <StepFrame
      s={s}
      step={step}
      wanted={
        target
          ? `Set it to ${show(target.target.value, 'volume')}${target.target.value >= car.reservoirMaxMl - 1 ? ', MAX' : ', below MAX: worn pads will give fluid back'}.`
          : undefined
      }
      make={() => {
        if (level === null) return 'Read the level: tap a mark, or type millilitres.';
        if (!draft.colour) return 'Say what colour the fluid has.';
        if (!isFinal && !draft.basket) return 'Say how the filter basket looks.';
        return [{ kind: 'reservoirSeen', moment, levelMl: level, colour: draft.colour, basket: draft.basket || null }];
      }}
      onSaved={clear}
    >
      <View style={styles.side}>
        <Reservoir
          levelMl={level ?? target?.target.value ?? between(0.75)}
          minMl={car.reservoirMinMl}
          maxMl={car.reservoirMaxMl}
          targetMl={target?.target.value}
          show={(ml) => show(ml, 'volume')}
        />
        <View style={styles.grow}>
          <ChoiceChips
            label="Level"
            columns={1}
            value={marks.find(([, ml]) => level !== null && Math.abs(ml - level) < 0.6)?.[0] ?? ''}
            onChange={(label) => change({ level: recordText(marks.find(([m]) => m === label)![1], 'volume', system) })}
            options={marks.map(([label]) => ({ value: label, label }))}
          />
        </View>
      </View>
      {target ? (
        <View style={styles.row}>
          <FigureView figure={target.target} />
          {target.dropMl > 0 ? (
            <Text as="small" style={styles.grow}>
              {`Pumping will lower it by about ${show(target.dropMl, 'volume')}: pump first, then set it.`}
            </Text>
          ) : null}
        </View>
      ) : null}
      <FindingLines
        findings={level === null ? [] : judgeLevel(car, { levelMl: level, moment }, target?.target.value ?? null)}
      />
      {isFinal && s.exchange.leftOldPercent ? (
        <Section title="Old fluid left, by the model">
          <CornerMap
            driverSide={car.driverSide}
            cells={
              Object.fromEntries(
                corners.map((c) => [c, { figure: `${s.exchange.leftOldPercent![c].toFixed(0)} %`, note: 'old' }]),
              ) as Record<Corner, CornerCell>
            }
          />
        </Section>
      ) : null}
      <Section title="Colour">
        <ChoiceChips
          label="Colour"
          columns={3}
          value={draft.colour}
          options={colours}
          onChange={(colour) => change({ colour })}
        />
        <Text as="small">Some racing fluids are dark when new: the test counts, not the colour.</Text>
      </Section>
      {isFinal ? null : (
        <Section title="Filter basket">
          <ChoiceChips
            label="Basket"
            value={draft.basket}
            options={baskets}
            onChange={(basket) => change({ basket })}
          />
        </Section>
      )}
      <Section title="In figures">
        <FigureFields
          fields={[{ key: 'level', label: 'Level', dimension: 'volume' }]}
          values={{ level: draft.level }}
          onChange={(_, text) => change({ level: text })}
          selected="level"
          onSelect={() => undefined}
        />
      </Section>
    </StepFrame>
  );
}

/** The boiling test inside the service; tester and pen are one tap away. */
export function BoilStep({ s, step }: StepProps) {
  const router = useRouter();
  const { show } = useUnits();
  const tell = useTell();
  const { shop } = useLogbook();
  const read = useReadFigure();
  const { draft, change, clear } = useDraft<{ reading: string }>(`service.${s.job.id}.boil`, { reading: '' });
  const reading = read(draft.reading, 'temperature');
  const body = useMemo(
    () =>
      reading === null
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
  const judged = useMemo(() => body && asFact(body as NewFact, new Date().toISOString(), ''), [body]);
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
      wanted={`Wants ${show(judgement.demanded.value, 'temperature')}${s.event ? ` at ${s.event.name}` : ''}.`}
      make={() => (body ? [body] : 'Type the reading, or take it with the tester or the pen.')}
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
      <MainButton mode="outlined" onPress={() => router.push(routes.test(s.car.id, { job: s.job.id }))}>
        Tester or pen
      </MainButton>
    </StepFrame>
  );
}

/** A list to go through: up on stands, a look at every corner, down again. */
export function ChecksStep({ s, step }: StepProps) {
  const standing = lastOf(s, 'checksDone', (f: ChecksDone) => f.step === step.key);
  const names = checksOf(s, step);
  const { draft, change, clear } = useDraft<{ states: CheckStates }>(`service.${s.job.id}.${step.key}`, {
    states: standing ? checkStates(standing.items) : {},
  });
  return (
    <StepFrame
      s={s}
      step={step}
      make={() =>
        firstOpenCheck(names, draft.states)
          ? 'Go through the whole list: something is still open.'
          : [{ kind: 'checksDone', step: step.key, items: checkItems(names, draft.states) }]
      }
      onSaved={clear}
    >
      <CheckList
        names={names}
        states={draft.states}
        onChange={(states) => change({ states })}
        byCorner={step.kind === 'look'}
      />
    </StepFrame>
  );
}

const styles = StyleSheet.create({
  said: { flexDirection: 'row', alignItems: 'flex-start', gap: 8 },
  side: { flexDirection: 'row', gap: 16, alignItems: 'center' },
  row: { flexDirection: 'row', gap: 16, alignItems: 'center' },
  grow: { flex: 1 },
  gap: { gap: 8 },
});
