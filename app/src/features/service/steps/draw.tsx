import { StyleSheet, View } from 'react-native';
import { pushThroughMl, reservoirWay } from '@calvik/core';
import { cornerNames } from '@calvik/words';
import { Reservoir } from '../../../ui/reservoir';
import { Text } from '../../../ui/text';
import { useUnits } from '../../../ui/units';
import { FindingLine } from '../../../facts/finding-line';
import { Tick } from '../../../ui/tick';
import { FindFigure } from '../../torque/find-figure';
import { StepFrame } from '../step-frame';
import type { StepProps } from '../use-service';
import { ColourAndBubbles } from './colour-and-bubbles';
import { DrawFigures } from './draw-figures';
import { FromBottle } from './from-bottle';
import { useDraw } from './use-draw';

/** One nipple: how much, when to stop, what was seen, and closed again to its torque. */
export function DrawStep({ s, step, logbook }: StepProps) {
  const { show } = useUnits();
  const { exchange, car } = s;
  const d = useDraw({ s, step });
  const { draft, change, own, nipple, planned, outlook, openTopUps } = d;
  const { stopAfterMl, alarmAfterMl } = outlook;
  const isPushedFirst =
    d.index === 0 && reservoirWay(car) === 'pushThrough' && exchange.begun?.drawnOffMl === 0 && openTopUps.length === 0;
  return (
    <StepFrame
      s={s}
      step={step}
      hasKeypad
      wanted={[
        isPushedFirst
          ? `Push ${show(pushThroughMl(car, outlook.beforeMl), 'volume')} of old fluid through, then fill to MAX.`
          : '',
        planned ? `Bleed about ${show(planned.volumeMl, 'volume')}.` : '',
        stopAfterMl === null || alarmAfterMl === null
          ? 'Fluid is fed: the level stands still.'
          : !exchange.isLevelKnown
            ? 'Nobody has read the level in this job: look at the reservoir, and keep it above MIN.'
            : `Stop after ${show(stopAfterMl, 'volume')}, alarm at ${show(alarmAfterMl, 'volume')}: then top up.`,
      ]
        .filter(Boolean)
        .join(' ')}
      saveLabel={d.pouringMl > 0 ? `Log the top-up, ${show(d.pouringMl, 'volume')}` : undefined}
      make={d.make}
      usual={{
        says:
          d.torqueNm === null && nipple?.torqueNm
            ? `Clear, ${show(nipple.torqueNm, 'torque')}, capped`
            : 'Clear, shut, capped',
        make: d.makeUsual,
      }}
      onSaved={d.saved}
    >
      {exchange.restart && !exchange.isDone ? <FindingLine finding={exchange.restart.finding} /> : null}
      <DrawFigures d={d} />
      {openTopUps.length > 0 ? (
        <Text as="small" testID="top-ups">
          {`Topped up here: ${openTopUps.map((x) => `${show(x.volumeMl, 'volume')} after ${show(x.drawnMl, 'volume')}`).join('; ')}.`}
        </Text>
      ) : null}
      <View style={styles.row}>
        <Reservoir
          levelMl={outlook.isUnderMin ? outlook.lowestMl : outlook.nowMl}
          minMl={car.reservoirMinMl}
          maxMl={car.reservoirMaxMl}
          show={(ml) => show(ml, 'volume')}
        />
        <View style={styles.grow}>
          <Text as="label">{`At the ${cornerNames[own.corner]}`}</Text>
          <Text as="bigFigure" testID="running-volume">
            {show(d.volumeMl ?? 0, 'volume')}
          </Text>
          <Text as="small">{`of about ${show(planned?.volumeMl ?? 0, 'volume')}; drawn in all ${show(d.drawnInAllMl, 'volume')}`}</Text>
          {exchange.leftOldPercent ? (
            <Text as="small">{`Old fluid left here by the model: ${exchange.leftOldPercent[own.corner].toFixed(0)} %`}</Text>
          ) : null}
        </View>
      </View>
      <ColourAndBubbles
        seen={draft}
        // Strokes are asked about anew for other bubbles.
        onChange={(over) => change(over.bubbles === undefined ? over : { ...over, strokesClear: false })}
      >
        {d.bubbles ? <FindingLine finding={d.bubbles} /> : null}
        {draft.bubbles === 'fine' ? (
          <Tick
            label="Pedal strokes at the open nipple: none seen"
            name="Pedal strokes, none seen"
            on={draft.strokesClear}
            onPress={() => change({ strokesClear: !draft.strokesClear })}
          />
        ) : null}
      </ColourAndBubbles>
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
      {draft.shut && d.torqueNm === null ? (
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
