import { StyleSheet, View } from 'react-native';
import { FigureFields } from '../../../ui/figure-fields';
import { recordText } from '../../../ui/quantity-text';
import { SayAll } from '../../../ui/say-all';
import { MainButton } from '../../../ui/screen';
import { useUnits } from '../../../ui/units';
import { LiveFinding } from '../../../facts/finding-line';
import { runsClean, sayRunsClean } from './colour-and-bubbles';
import type { useDraw } from './use-draw';

/** Volume, top-up, torque and level of one nipple, with the one-tap answers beside the keypad. */
export function DrawFigures({ d }: { d: ReturnType<typeof useDraw> }) {
  const { show, system } = useUnits();
  const { draft, change, nipple, isFed, outlook, click } = d;
  const shown = [...(outlook.finding ? [outlook.finding] : []), ...(click ? [click] : [])];
  const isClosed = draft.shut && draft.capped;
  return (
    <FigureFields
      verdictHeight={44}
      verdict={
        <View testID="level-alarm" style={{ gap: 6 }}>
          <LiveFinding findings={shown} hasReading={shown.length > 0} />
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
        ...(isFed ? [] : [{ key: 'lowest', label: 'Lowest level seen', dimension: 'volume' as const, optional: true }]),
      ]}
      values={{ volume: draft.volume, toppedUp: draft.toppedUp, torque: draft.torque, lowest: draft.lowest }}
      onChange={(key, text) => change({ [key as 'volume']: text })}
      selected={d.selected}
      onSelect={d.select}
      columns={2}
      cellAt={isFed ? undefined : 3}
      cell={<SayAll label="Fluid clear, no air" on={runsClean(draft)} onPress={() => change(sayRunsClean(draft))} />}
      after={
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
      }
      sideKey={
        isFed || outlook.toMaxMl < 1
          ? undefined
          : {
              label: `To MAX: ${show(outlook.toMaxMl, 'volume')}`,
              words: 'To MAX',
              onPress: () => change({ toppedUp: recordText(outlook.toMaxMl, 'volume', system) }),
            }
      }
    />
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: 12, alignItems: 'center' },
  grow: { flex: 1, minWidth: 0 },
});
