import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  type NippleBled,
  axleOfCorner,
  drawOutlook,
  isFedMethod,
  judgeBubbles,
  judgeClick,
  pushThroughMl,
  reservoirWay,
} from '@calvik/core';
import { cornerNames } from '@calvik/words';
import { useUnits } from '../../../ui/units';
import { ChoiceChips } from '../../../ui/chips';
import { FigureFields, useReadFigure } from '../../../ui/figure-fields';
import { recordText } from '../../../ui/quantity-text';
import { Reservoir } from '../../../ui/reservoir';
import { SayAll } from '../../../ui/say-all';
import { MainButton, Section } from '../../../ui/screen';
import { Segments } from '../../../ui/segments';
import { Text } from '../../../ui/text';
import { Tick } from '../../fluid/bottle-row';
import { FindFigure } from '../find-figure';
import { StepFrame } from '../step-frame';
import { useDraft } from '../../../state/use-draft';
import type { StepProps } from '../use-service';
import { FromBottle } from './from-bottle';
import { FindingLine, LiveFinding } from '../../finding-line';

interface DrawForm {
  volume: string;
  lowest: string;
  toppedUp: string;
  torque: string;
  bottleId: string;
  clean: 'yes' | 'no' | '';
  bubbles: NippleBled['bubbles'] | '';
  /** Strokes of the pedal at the open nipple, and none seen. */
  strokesClear: boolean;
  shut: boolean;
  capped: boolean;
}

/** One nipple: how much, when to stop, what was seen, and closed again to its torque. */
export function DrawStep({ s, step, logbook }: StepProps) {
  const { show, system } = useUnits();
  const read = useReadFigure();
  const { exchange, car } = s;
  const index = step.turn!;
  const own = exchange.steps[index]!;
  const standing = own.drawn;
  const planned = exchange.plan?.nipples[index];
  const isFed = exchange.begun ? isFedMethod(exchange.begun.method) : false;
  const nipple = s.sheet.fasteners.find((f) => f.group === 'bleedNipple' && f.axle === axleOfCorner(own.corner));
  const { draft, change, clear } = useDraft<DrawForm>(`service.${s.job.id}.${step.key}.${exchange.begun?.id ?? ''}`, {
    volume: recordText(standing?.volumeMl, 'volume', system),
    lowest: recordText(standing?.lowestLevelMl, 'volume', system),
    toppedUp: '',
    torque: recordText(standing?.torqueNm || null, 'torque', system),
    bottleId: standing?.bottleId ?? exchange.begun?.bottleId ?? '',
    clean: standing ? (standing.ranClean ? 'yes' : 'no') : '',
    bubbles: standing?.bubbles ?? '',
    strokesClear: standing?.strokesWithoutBubbles ?? false,
    shut: standing?.isShut ?? false,
    capped: standing?.isCapped ?? false,
  });
  const [selected, select] = useState('volume');
  const volume = read(draft.volume, 'volume');
  // What is typed as topped up is an entry of its own, saved when it was poured.
  const topped = read(draft.toppedUp, 'volume') ?? 0;
  // Earlier versions wrote it into the draw.
  const toppedUpMl = standing?.toppedUpMl ?? 0;
  const outlook = drawOutlook(
    car,
    exchange,
    { volumeMl: volume, toppedUpMl: toppedUpMl + topped, lowestMl: read(draft.lowest, 'volume') },
    standing,
    exchange.openTopUps(index),
  );
  const { stopAfterMl, alarmAfterMl, nowMl, toMaxMl, lowestMl } = outlook;
  // The nipple is closed to a figure: under or over it is said here, not at the gate.
  const torqueNm = read(draft.torque, 'torque');
  const judgedClick = nipple && torqueNm !== null ? judgeClick(torqueNm, nipple) : null;
  const click = judgedClick && judgedClick.verdict !== 'inOrder' ? judgedClick : null;
  const seen = {
    bubbles: draft.bubbles || ('none' as const),
    ...(draft.bubbles === 'fine' ? { strokesWithoutBubbles: draft.strokesClear } : {}),
  };
  const bubbles = judgeBubbles(own.corner, seen);
  const runsClean = draft.clean === 'yes' && draft.bubbles === 'none';
  const isClosed = draft.shut && draft.capped;
  const openTopUps = exchange.openTopUps(index);
  return (
    <StepFrame
      s={s}
      step={step}
      wanted={[
        index === 0 &&
        reservoirWay(car) === 'pushThrough' &&
        exchange.begun?.drawnOffMl === 0 &&
        openTopUps.length === 0
          ? `Push ${show(pushThroughMl(car, outlook.beforeMl), 'volume')} of old fluid through, then fill to MAX.`
          : '',
        planned ? `Bleed about ${show(planned.volumeMl, 'volume')}.` : '',
        stopAfterMl === null || alarmAfterMl === null
          ? 'Fluid is fed: the level stands still.'
          : `Stop after ${show(stopAfterMl, 'volume')}, alarm at ${show(alarmAfterMl, 'volume')}: then top up.`,
      ]
        .filter(Boolean)
        .join(' ')}
      saveLabel={topped > 0 ? `Log the top-up, ${show(topped, 'volume')}` : undefined}
      make={() => {
        if (topped > 0)
          return [
            {
              kind: 'reservoirToppedUp',
              bottleId: draft.bottleId,
              volumeMl: topped,
              during: { exchangeId: exchange.begun!.id, index, drawnMl: volume ?? 0 },
            },
          ];
        if (volume === null) return 'Type what was bled here.';
        if (!draft.clean) return 'Say whether it ran clean.';
        if (!draft.bubbles) return 'Say what bubbles were seen, or none.';
        if (!draft.shut) return 'The bleed nipple must be shut before you go on.';
        return [
          {
            kind: 'nippleBled',
            exchangeId: exchange.begun!.id,
            index,
            corner: own.corner,
            nipple: own.nipple,
            bottleId: draft.bottleId,
            volumeMl: volume,
            lowestLevelMl: read(draft.lowest, 'volume'),
            toppedUpMl,
            ranClean: draft.clean === 'yes',
            ...seen,
            isShut: draft.shut,
            torqueNm: read(draft.torque, 'torque'),
            isCapped: draft.capped,
          },
        ];
      }}
      onSaved={() => {
        if (topped === 0) return clear();
        // The nipple is still open: it goes on here.
        change({ toppedUp: '' });
        select('volume');
        return 'stay';
      }}
    >
      {exchange.restart && !exchange.isDone ? <FindingLine finding={exchange.restart.finding} /> : null}
      <FigureFields
        verdictHeight={44}
        verdict={
          <View testID="level-alarm" style={{ gap: 6 }}>
            <LiveFinding
              findings={[...(outlook.finding ? [outlook.finding] : []), ...(click ? [click] : [])]}
              hasReading={outlook.finding !== null || click !== null}
            />
          </View>
        }
        fields={[
          { key: 'volume', label: 'Bled here', dimension: 'volume' },
          ...(isFed ? [] : [{ key: 'toppedUp', label: 'Topped up', dimension: 'volume' as const, optional: true }]),
          {
            key: 'torque',
            label: `Nipple torque${nipple?.torqueNm ? `, ${show(nipple.torqueNm, 'torque')}` : ''}`,
            dimension: 'torque',
          },
          ...(isFed
            ? []
            : [{ key: 'lowest', label: 'Lowest level seen', dimension: 'volume' as const, optional: true }]),
        ]}
        values={{ volume: draft.volume, toppedUp: draft.toppedUp, torque: draft.torque, lowest: draft.lowest }}
        onChange={(key, text) => change({ [key as 'volume']: text })}
        selected={selected}
        onSelect={select}
        columns={2}
        cellAt={isFed ? undefined : 3}
        cell={
          <SayAll
            label="Clean, no bubbles"
            on={runsClean}
            onPress={() => change(runsClean ? { clean: '', bubbles: '' } : { clean: 'yes', bubbles: 'none' })}
          />
        }
        after={
          selected === 'toppedUp' ? (
            <MainButton
              mode="outlined"
              disabled={toMaxMl < 1}
              onPress={() => change({ toppedUp: recordText(toMaxMl, 'volume', system) })}
            >
              {`To MAX: ${show(toMaxMl, 'volume')}`}
            </MainButton>
          ) : (
            <View style={styles.row}>
              <View style={styles.grow}>
                <SayAll
                  label="Shut, hose off, cap on, wiped"
                  on={isClosed}
                  onPress={() => change({ shut: !isClosed, capped: !isClosed })}
                />
              </View>
              {nipple?.torqueNm ? (
                <View style={styles.grow}>
                  <MainButton
                    mode="outlined"
                    onPress={() => change({ torque: recordText(nipple.torqueNm, 'torque', system) })}
                  >
                    {`Click at ${show(nipple.torqueNm, 'torque')}`}
                  </MainButton>
                </View>
              ) : null}
            </View>
          )
        }
      />
      {openTopUps.length > 0 ? (
        <Text as="small" testID="top-ups">
          {`Topped up here: ${openTopUps.map((x) => `${show(x.volumeMl, 'volume')} after ${show(x.drawnMl, 'volume')}`).join('; ')}.`}
        </Text>
      ) : null}
      <View style={styles.row}>
        <Reservoir
          levelMl={outlook.isUnderMin ? lowestMl : nowMl}
          minMl={car.reservoirMinMl}
          maxMl={car.reservoirMaxMl}
          show={(ml) => show(ml, 'volume')}
        />
        <View style={styles.grow}>
          <Text as="label">{`At the ${cornerNames[own.corner]}`}</Text>
          <Text as="bigFigure" testID="running-volume">
            {show(volume ?? 0, 'volume')}
          </Text>
          <Text as="small">{`of about ${show(planned?.volumeMl ?? 0, 'volume')}; drawn in all ${show(exchange.wasteMl - (standing?.volumeMl ?? 0) + (volume ?? 0), 'volume')}`}</Text>
          {exchange.leftOldPercent ? (
            <Text as="small">{`Old fluid left here by the model: ${exchange.leftOldPercent[own.corner].toFixed(0)} %`}</Text>
          ) : null}
        </View>
      </View>
      <Section title="Colour and bubbles">
        <Segments
          label="Runs"
          value={draft.clean}
          onChange={(clean) => change({ clean })}
          options={[
            { value: 'yes', label: 'Clean, new' },
            { value: 'no', label: 'Still old' },
          ]}
        />
        <ChoiceChips
          label="Bubbles"
          columns={3}
          value={draft.bubbles}
          onChange={(next) => change({ bubbles: next, strokesClear: false })}
          options={[
            { value: 'none', label: 'No bubbles' },
            { value: 'fine', label: 'Fine stream' },
            { value: 'large', label: 'Large ones' },
          ]}
        />
        {bubbles ? <FindingLine finding={bubbles} /> : null}
        {draft.bubbles === 'fine' ? (
          <Tick
            label="Pedal strokes at the open nipple: none seen"
            name="Pedal strokes, none seen"
            on={draft.strokesClear}
            onPress={() => change({ strokesClear: !draft.strokesClear })}
          />
        ) : null}
      </Section>
      <View style={styles.row}>
        <Tick
          label="Bleed nipple shut"
          name="Bleed nipple shut"
          on={draft.shut}
          onPress={() => change({ shut: !draft.shut })}
        />
        <Tick
          label="Hose off, cap on, wiped"
          name="Hose off, cap on, wiped"
          on={draft.capped}
          onPress={() => change({ capped: !draft.capped })}
        />
      </View>
      {draft.shut && read(draft.torque, 'torque') === null ? (
        <Text tone="amber">No torque typed: the car is not released without it.</Text>
      ) : null}
      {nipple && nipple.torqueNm === null ? <FindFigure s={s} fastener={nipple} corner={own.corner} /> : null}
      <FromBottle s={s} logbook={logbook} bottleId={draft.bottleId} onChoose={(bottleId) => change({ bottleId })} />
    </StepFrame>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: 12, alignItems: 'center' },
  grow: { flex: 1, minWidth: 0 },
});
