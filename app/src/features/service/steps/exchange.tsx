import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  type ExchangeMethod,
  type SequenceSchool,
  EXCHANGE_RESERVE_ML,
  bottleChoices,
  bottlesToOpen,
  exchangePlan,
  inSequence,
  isFedMethod,
  levelBefore,
  needsLeakDownTest,
  reservoirFirst,
} from '@calvik/core';
import { cornerNames, methodNames, sequenceNames, sequenceText } from '@calvik/words';
import { useToday } from '../../../state/hooks';
import { useUnits } from '../../../ui/units';
import { useTokens } from '../../../theme/use-tokens';
import { ChoiceChips } from '../../../ui/chips';
import { FigureFields, useReadFigure } from '../../../ui/figure-fields';
import { quantityText, recordText } from '../../../ui/quantity-text';
import { MainButton, Section } from '../../../ui/screen';
import { Segments } from '../../../ui/segments';
import { Text } from '../../../ui/text';
import { ReasonLine } from '../../../ui/verdict';
import { BottleRow } from '../../fluid/bottle-row';
import { StepFrame } from '../step-frame';
import { useDraft } from '../../../state/use-draft';
import type { StepProps } from '../use-service';

interface ExchangeForm {
  method: ExchangeMethod | '';
  scope: 'full' | 'heatAffected';
  sequence: SequenceSchool;
  bottleId: string;
  drawn: string;
  refill: string;
  pressure: string;
  wanted: string;
}

/** The bottles that could go into this car, the likeliest first, with everything against each. */
export function useShelf({ s, logbook }: Pick<StepProps, 's' | 'logbook'>) {
  const today = useToday();
  const inCar = s.fluid.state.current.fluids[0]?.id;
  return useMemo(() => bottleChoices(logbook, s.car, inCar, today), [logbook, today, s.car, inCar]);
}

/** Method, bottle and volumes; then the plan: what to draw where, when to top up, which bottles to open. */
export function ExchangeStep({ s, step, logbook }: StepProps) {
  const t = useTokens();
  const { show, system } = useUnits();
  const read = useReadFigure();
  const { car: own } = s;
  const level = levelBefore(own, s.facts);
  const first = reservoirFirst(own, level);
  const { begun } = s.exchange;
  const { draft, change, clear } = useDraft<ExchangeForm>(`service.${s.job.id}.exchange`, {
    method: begun?.method ?? '',
    // What is begun anew after a soft pedal is a bleed.
    scope: begun ? (s.exchange.isDone ? 'heatAffected' : begun.scope) : 'full',
    sequence: begun?.sequence ?? own.sequenceSchool,
    bottleId: begun?.bottleId ?? '',
    drawn: begun ? recordText(begun.drawnOffMl, 'volume', system) : quantityText(first.drawOffMl, 'volume', system),
    refill: begun ? recordText(begun.refillMl, 'volume', system) : quantityText(first.refillMl, 'volume', system),
    pressure: recordText(begun?.pressureKpa || null, 'pressure', system),
    wanted: String(begun?.wantedNewPercent ?? 90),
  });
  const car = useMemo(() => inSequence(own, draft.sequence), [own, draft.sequence]);
  const [selected, select] = useState('drawn');
  const [all, setAll] = useState(false);
  const shelf = useShelf({ s, logbook });
  const chosen = shelf.find((x) => x.state.bottle.id === draft.bottleId);
  const shown = all ? shelf : shelf.filter((x, i) => i < 3 || x === chosen);
  const isFull = draft.scope === 'full';
  const drawnOffMl = isFull ? (read(draft.drawn, 'volume') ?? 0) : 0;
  const refillMl = isFull ? (read(draft.refill, 'volume') ?? 0) : 0;
  const pressureKpa = read(draft.pressure, 'pressure');
  const pressed = draft.method !== '' && needsLeakDownTest(draft.method);
  const plan = useMemo(
    () =>
      draft.method === ''
        ? null
        : exchangePlan(car, {
            method: draft.method,
            scope: draft.scope,
            drawnOffMl,
            refillMl,
            wantedNewPercent: isFull ? Number(draft.wanted) : 60,
            levelMl: level,
          }),
    [car, draft.method, draft.scope, drawnOffMl, refillMl, draft.wanted, isFull, level],
  );
  const bottleMl = chosen?.state.leftMl ?? 0;
  const needMl = plan ? plan.newFluidMl + refillMl : 0;
  const more = chosen && plan ? bottlesToOpen(needMl, bottleMl, chosen.state.bottle.sizeMl) : 0;
  const over =
    pressed && car.pressureCeilingKpa !== null && pressureKpa !== null && pressureKpa > car.pressureCeilingKpa;
  return (
    <StepFrame
      s={s}
      step={step}
      saveLabel={begun ? 'Begin it anew' : 'Begin'}
      make={() => {
        if (!draft.method) return 'Choose the method.';
        if (!draft.bottleId || !chosen) return 'Choose the bottle.';
        if (chosen.verdict === 'stop') return 'This fluid must not go into this car. Choose another bottle.';
        if (isFull && (read(draft.drawn, 'volume') === null || read(draft.refill, 'volume') === null))
          return 'Type what is drawn off and refilled; 0 where the reservoir is left alone.';
        if (level - drawnOffMl + refillMl > car.reservoirMaxMl * 1.05)
          return `That is more than the reservoir holds: ${show(car.reservoirMaxMl, 'volume')} at MAX.`;
        if (pressed && pressureKpa === null) return 'Type the pressure.';
        if (over) return `The ceiling of this car is ${show(car.pressureCeilingKpa!, 'pressure')}.`;
        return [
          {
            kind: 'exchangeBegun',
            scope: draft.scope,
            method: draft.method,
            sequence: draft.sequence,
            bottleId: draft.bottleId,
            drawnOffMl,
            refillMl,
            pressureKpa: pressed ? pressureKpa : null,
            wantedNewPercent: isFull ? Number(draft.wanted) : 60,
          },
        ];
      }}
      onSaved={clear}
    >
      {begun ? (
        <ReasonLine
          reason={{ verdict: 'watch', text: 'An exchange has begun. Beginning anew asks for every nipple again.' }}
        />
      ) : null}
      <Segments
        label="What is done"
        value={draft.scope}
        onChange={(scope) => change({ scope })}
        options={[
          { value: 'full', label: 'Flush' },
          { value: 'heatAffected', label: 'Bleed calipers' },
        ]}
      />
      <Section title="Method">
        <ChoiceChips
          label="Method"
          value={draft.method}
          onChange={(method) => change({ method })}
          options={(Object.keys(methodNames) as ExchangeMethod[]).map((value) => ({
            value,
            label: methodNames[value],
          }))}
        />
        {draft.method === 'vacuum' ? (
          <Text as="small">
            It sucks air past the nipple’s threads and shows false bubbles: confirm with pedal strokes.
          </Text>
        ) : null}
        {draft.method === 'pedalTwo' || draft.method === 'pedalAlone' ? (
          <Text as="small">
            Press slowly, hold, open, close before the pedal bottoms, release, wait 2 s. Never to the floor on an old
            cylinder.
          </Text>
        ) : null}
      </Section>
      <Section title="Sequence">
        <ChoiceChips
          label="Sequence"
          value={draft.sequence}
          onChange={(sequence) => change({ sequence })}
          options={(Object.keys(sequenceNames) as SequenceSchool[])
            .filter((value) => value !== 'makerSheet' || own.makerSequence.length === 4)
            .map((value) => ({ value, label: sequenceNames[value] }))}
        />
        {own.sequenceSchool === 'makerSheet' && draft.sequence !== 'makerSheet' ? (
          <ReasonLine
            reason={{
              verdict: 'watch',
              text: `The maker’s sheet says otherwise: ${own.makerSequence.join(', ')} (${own.makerSequenceSource}).`,
            }}
          />
        ) : null}
      </Section>
      <Section title="Bottle">
        <View style={styles.gap} role="radiogroup" aria-label="Bottle">
          {shown.map(({ state, findings }) => (
            <BottleRow
              key={state.bottle.id}
              state={state}
              findings={findings}
              chosen={state.bottle.id === draft.bottleId}
              onPress={() => change({ bottleId: state.bottle.id })}
            />
          ))}
        </View>
        {shelf.length > shown.length ? (
          <MainButton mode="text" onPress={() => setAll(true)}>{`Show all ${shelf.length} bottles`}</MainButton>
        ) : null}
        {shelf.length === 0 ? <Text>No bottle with fluid in it is on the shelf: enter one in stock.</Text> : null}
      </Section>
      {isFull ? (
        <Section title="Reservoir first, and how far">
          <Text as="small">{`It stands at ${show(level, 'volume')}; about ${show(first.staysMl, 'volume')} cannot be sucked out and dilutes the new fluid.`}</Text>
          <FigureFields
            fields={[
              { key: 'drawn', label: 'Draw off', dimension: 'volume' },
              { key: 'refill', label: 'Refill', dimension: 'volume' },
              ...(pressed ? [{ key: 'pressure', label: 'Pressure', dimension: 'pressure' as const, digits: 0 }] : []),
            ]}
            values={{ drawn: draft.drawn, refill: draft.refill, pressure: draft.pressure }}
            onChange={(key, text) => change({ [key as 'drawn']: text })}
            selected={selected}
            onSelect={select}
            columns={2}
          />
          {pressed ? (
            <Text as="small">
              {car.pressureCeilingKpa === null
                ? 'No ceiling on record for this car; 70 to 100 kPa (10 to 15 psi) is common.'
                : `Ceiling of this car: ${show(car.pressureCeilingKpa, 'pressure', 0)}.`}
            </Text>
          ) : null}
          {over ? <ReasonLine reason={{ verdict: 'stop', text: 'Over this car’s ceiling.' }} /> : null}
          <ChoiceChips
            label="New fluid wanted"
            columns={4}
            value={draft.wanted}
            onChange={(wanted) => change({ wanted })}
            options={['80', '90', '95', '98'].map((value) => ({ value, label: `${value} %` }))}
          />
        </Section>
      ) : null}
      {plan ? (
        <Section title="The plan">
          <View testID="exchange-plan">
            <View style={[styles.line, { borderColor: t.ink }]}>
              <Text as="label" style={styles.name}>
                Nipple
              </Text>
              <Text as="label" style={styles.cell}>
                Draw
              </Text>
              <Text as="label" style={styles.cell}>
                Stop after
              </Text>
              <Text as="label" style={styles.cell}>
                New then
              </Text>
            </View>
            {plan.nipples.map((n, i) => (
              <View key={`${n.corner} ${n.nipple} ${i}`} style={[styles.line, { borderColor: t.rule }]}>
                <Text
                  style={styles.name}
                >{`${i + 1} ${cornerNames[n.corner]}${n.nipple === 'single' ? '' : `, ${n.nipple}`}`}</Text>
                <Text as="figure" style={styles.cell}>
                  {show(n.volumeMl, 'volume')}
                </Text>
                <Text style={styles.cell}>
                  {n.stopAfterMl === null
                    ? 'fed'
                    : `${show(n.stopAfterMl, 'volume')}${n.topUps > 0 ? `, top up ${n.topUps}×` : ''}`}
                </Text>
                <Text style={styles.cell}>{`${n.newPercent.toFixed(0)} %`}</Text>
              </View>
            ))}
          </View>
          <Text>{`New fluid ${show(needMl, 'volume')}, used fluid ${show(plan.wasteMl + drawnOffMl, 'volume')}, about ${Math.ceil(plan.seconds / 60)} min of drawing.`}</Text>
          {chosen ? (
            <Text as="strong">
              {more > 0
                ? `Bottle ${chosen.state.bottle.label} holds ${show(bottleMl, 'volume')}: open ${more} more of the same.`
                : `Bottle ${chosen.state.bottle.label} is enough.`}
            </Text>
          ) : null}
          {draft.method && !isFedMethod(draft.method) ? (
            <Text as="small">{`Top up to MAX ${show(EXCHANGE_RESERVE_ML, 'volume')} before MIN. ${sequenceText(car)}`}</Text>
          ) : (
            <Text as="small">{sequenceText(car)}</Text>
          )}
          <Text as="small">
            By Calvik’s model: a stirred reservoir, plug flow in the line, a stirred caliper. Draw on until it runs
            clean and free of bubbles, whatever the figure says.
          </Text>
        </Section>
      ) : null}
    </StepFrame>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 8 },
  line: { flexDirection: 'row', alignItems: 'center', borderBottomWidth: 1, minHeight: 40, gap: 6 },
  name: { flex: 1.3 },
  cell: { flex: 1, textAlign: 'right' },
});
