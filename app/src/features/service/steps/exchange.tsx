import { useMemo, useState } from 'react';
import { bleedMethod } from '@calvik/core/run-up';
import { StyleSheet, View } from 'react-native';
import {
  type ExchangeMethod,
  type ReservoirWay,
  type SequenceSchool,
  bottleChoices,
  inSequence,
  judgeChoice,
  judgeExchangeStart,
  levelNow,
  needsLeakDownTest,
  planInJob,
  pushThroughMl,
  reservoirFirst,
  reservoirWay,
} from '@calvik/core';
import { useToday } from '../../../state/hooks';
import { useUnits } from '../../../ui/units';
import { ChoiceChips } from '../../../ui/chips';
import { FigureFields, useReadFigure } from '../../../ui/figure-fields';
import { quantityText, recordText } from '../../../ui/quantity-text';
import { MainButton, Section } from '../../../ui/screen';
import { RadioList, Segments } from '../../../ui/segments';
import { Text } from '../../../ui/text';
import { BottleShelf } from '../../fluid/bottle-shelf';
import { FindingLines } from '../../finding-line';
import { useTell } from '../../../state/use-say';
import { AssumedHere } from '../../assumed-here';
import { StepFrame } from '../step-frame';
import { useDraft } from '../../../state/use-draft';
import type { StepProps } from '../use-service';
import { ExchangeMethodFields } from './exchange-method';
import { ExchangePlanTable } from './exchange-plan';

interface ExchangeForm {
  way: ReservoirWay;
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

/** Which bottle fluid comes out of: those that may go into this car. */
export function FromBottle({
  s,
  logbook,
  bottleId,
  onChoose,
}: Pick<StepProps, 's' | 'logbook'> & { bottleId: string; onChoose: (bottleId: string) => void }) {
  const { show } = useUnits();
  const shelf = useShelf({ s, logbook });
  const [isOpen, setOpen] = useState(bottleId === '');
  const now = logbook.bottles.get(bottleId);
  if (!isOpen)
    return (
      <View style={styles.row}>
        <Text as="strong" style={styles.grow}>{`From bottle ${now?.label ?? '?'}`}</Text>
        <MainButton mode="text" onPress={() => setOpen(true)}>
          Another bottle
        </MainButton>
      </View>
    );
  return (
    <RadioList
      label="Bottle"
      value={bottleId}
      onChange={(id) => {
        onChoose(id);
        setOpen(false);
      }}
      options={shelf
        .filter((x) => x.verdict !== 'stop')
        .slice(0, 6)
        .map((x) => ({
          value: x.state.bottle.id,
          label: `${x.state.bottle.label} ${x.state.fluid?.name ?? ''}, ${show(x.state.leftMl, 'volume')} left`,
        }))}
    />
  );
}

/** Method, bottle and volumes; then the plan: what to draw where, when to top up, which bottles to open. */
export function ExchangeStep({ s, step, logbook }: StepProps) {
  const tell = useTell();
  const { show, system } = useUnits();
  const read = useReadFigure();
  const { car: own } = s;
  const level = levelNow(own, s.facts);
  const first = reservoirFirst(own, level, reservoirWay(own));
  const { begun } = s.exchange;
  const usual = bleedMethod(logbook, own);
  const withoutAdapter = usual === 'pressure' ? '' : usual;
  const { draft, change, clear } = useDraft<ExchangeForm>(`service.${s.job.id}.exchange`, {
    way: begun ? (begun.refillMl > 0 ? 'suckOut' : 'pushThrough') : reservoirWay(own),
    // Without the cap adapter for this car it takes the pedal.
    method: begun?.method ?? withoutAdapter,
    // What is begun anew after a soft pedal is a bleed.
    scope: begun
      ? s.exchange.isDone
        ? 'heatAffected'
        : begun.scope
      : s.job.kind === 'trackBleed'
        ? 'heatAffected'
        : 'full',
    sequence: begun?.sequence ?? own.sequenceSchool,
    bottleId: begun?.bottleId ?? '',
    drawn: begun ? recordText(begun.drawnOffMl, 'volume', system) : quantityText(first.drawOffMl, 'volume', system),
    refill: begun ? recordText(begun.refillMl, 'volume', system) : quantityText(first.refillMl, 'volume', system),
    pressure: recordText(begun?.pressureKpa || null, 'pressure', system),
    wanted: String(begun?.wantedNewPercent ?? 90),
  });
  const car = useMemo(() => inSequence(own, draft.sequence), [own, draft.sequence]);
  const [selected, select] = useState('drawn');
  const shelf = useShelf({ s, logbook });
  const chosen = shelf.find((x) => x.state.bottle.id === draft.bottleId);
  const isFull = draft.scope === 'full';
  const drawnOffMl = isFull ? (read(draft.drawn, 'volume') ?? 0) : 0;
  const refillMl = isFull ? (read(draft.refill, 'volume') ?? 0) : 0;
  const pressureKpa = read(draft.pressure, 'pressure');
  const pressed = draft.method !== '' && needsLeakDownTest(draft.method);
  const plan = useMemo(
    () =>
      draft.method === ''
        ? null
        : planInJob(own, s.facts, {
            sequence: draft.sequence,
            method: draft.method,
            scope: draft.scope,
            drawnOffMl,
            refillMl,
            wantedNewPercent: isFull ? Number(draft.wanted) : 60,
            levelMl: level,
          }),
    [own, s.facts, draft.sequence, draft.method, draft.scope, drawnOffMl, refillMl, draft.wanted, isFull, level],
  );
  const findings = judgeExchangeStart(
    own,
    {
      method: draft.method === '' ? null : draft.method,
      sequence: draft.sequence,
      levelMl: level,
      drawnOffMl,
      refillMl,
      pressureKpa,
    },
    s.exchange,
  );
  const stop = findings.find((f) => f.verdict === 'stop');
  const mustNot = chosen ? judgeChoice(chosen) : null;
  return (
    <StepFrame
      s={s}
      step={step}
      saveLabel={begun ? 'Start again' : 'Begin'}
      make={() => {
        if (!draft.method) return 'Choose the method.';
        if (!draft.bottleId || !chosen) return 'Choose the bottle.';
        if (mustNot) return tell(mustNot);
        if (isFull && (read(draft.drawn, 'volume') === null || read(draft.refill, 'volume') === null))
          return 'Type what is drawn off and refilled; 0 where the reservoir is left alone.';
        if (pressed && pressureKpa === null) return 'Type the pressure.';
        if (stop) return tell(stop);
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
      <FindingLines findings={findings.filter((f) => f.code === 'exchangeAnew')} />
      <Segments
        label="What is done"
        value={draft.scope}
        onChange={(scope) => change({ scope })}
        options={[
          { value: 'full', label: 'Flush' },
          { value: 'heatAffected', label: 'Bleed calipers' },
        ]}
      />
      <AssumedHere
        carId={car.id}
        keys={['fluidGrade', 'reservoir', 'front', 'rear', 'lines', 'masterCylinderSide', 'circuitSplit', 'sequence']}
      />
      <ExchangeMethodFields car={own} method={draft.method} sequence={draft.sequence} onChange={change}>
        <FindingLines findings={findings.filter((f) => f.code === 'makerSequenceDiffers')} />
      </ExchangeMethodFields>
      <Section title="Bottle">
        <BottleShelf shelf={shelf} chosenId={draft.bottleId} onChoose={(bottleId) => change({ bottleId })} />
        {shelf.length === 0 ? <Text>No bottle with fluid in it is on the shelf: enter one in stock.</Text> : null}
      </Section>
      {isFull ? (
        <Section title="Reservoir first, and how far">
          <Segments
            label="Reservoir first"
            value={draft.way}
            onChange={(way) => {
              const { drawOffMl, refillMl: filled } = reservoirFirst(own, level, way);
              change({
                way,
                drawn: quantityText(drawOffMl, 'volume', system),
                refill: quantityText(filled, 'volume', system),
              });
            }}
            options={[
              { value: 'suckOut', label: 'Suck it out' },
              { value: 'pushThrough', label: 'Push it through' },
            ]}
          />
          <Text as="small">
            {draft.way === 'pushThrough'
              ? `It stands at ${show(level, 'volume')}. Push ${show(pushThroughMl(own, level), 'volume')} of old fluid through the first nipple until it is low, never under MIN, then fill to MAX.`
              : `It stands at ${show(level, 'volume')}; about ${show(first.staysMl, 'volume')} cannot be sucked out and dilutes the new fluid.`}
          </Text>
          {draft.way === 'suckOut' || pressed ? (
            <FigureFields
              fields={[
                ...(draft.way === 'suckOut'
                  ? [
                      { key: 'drawn', label: 'Draw off', dimension: 'volume' as const },
                      { key: 'refill', label: 'Refill', dimension: 'volume' as const },
                    ]
                  : []),
                ...(pressed ? [{ key: 'pressure', label: 'Pressure', dimension: 'pressure' as const, digits: 0 }] : []),
              ]}
              values={{ drawn: draft.drawn, refill: draft.refill, pressure: draft.pressure }}
              onChange={(key, text) => change({ [key as 'drawn']: text })}
              selected={selected}
              onSelect={select}
              columns={2}
            />
          ) : null}
          {pressed ? (
            <Text as="small">
              {car.pressureCeilingKpa === null
                ? 'No ceiling on record for this car; 70 to 100 kPa (10 to 15 psi) is common.'
                : `Ceiling of this car: ${show(car.pressureCeilingKpa, 'pressure', 0)}.`}
            </Text>
          ) : null}
          <FindingLines findings={findings.filter((f) => f.verdict === 'stop')} />
          <ChoiceChips
            label="New fluid wanted"
            columns={4}
            value={draft.wanted}
            onChange={(wanted) => change({ wanted })}
            options={['80', '90', '95', '98'].map((value) => ({ value, label: `${value} %` }))}
          />
        </Section>
      ) : null}
      {plan && draft.method !== '' ? (
        <ExchangePlanTable
          car={car}
          plan={plan}
          method={draft.method}
          drawnOffMl={drawnOffMl}
          refillMl={refillMl}
          bottle={chosen?.state}
        />
      ) : null}
    </StepFrame>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1, minWidth: 0 },
});
