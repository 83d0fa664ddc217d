import { StyleSheet, View } from 'react-native';
import { type BrakeSheet, judgeClick, tighteningPattern, torqueBand } from '@calvik/core';
import { cornerNames, positionOfFastener } from '@calvik/words';
import { quantityParts } from '@calvik/core/units';
import { FastenerDrawing } from '../../ui/fastener-drawing';
import { LineInput } from '../../ui/line-input';
import { MainButton, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { FindingLine } from '../../facts/finding-line';
import { ClickKeys } from './click-keys';
import { FastenerConditions } from './fastener-conditions';
import { FindFigure } from './find-figure';
import { type TorqueLineProps, type TorqueLineWork, useTorqueLine } from './use-torque-line';
import { WrenchChoice } from './wrench-choice';

/** One line: its fasteners as they lie there, the wrench, the thread, and what the sheet wants besides; the keys are docked. */
export function TorqueLineForm({ sheet, isDone, ...props }: TorqueLineProps & { sheet: BrakeSheet; isDone: boolean }) {
  const w = useTorqueLine(props);
  const { fastener: f, corner } = props.line;
  return (
    <Section title={`${f.name}, ${cornerNames[corner]}`}>
      {f.torqueNm === null ? <FindFigure s={{ sheet }} fastener={f} corner={corner} /> : null}
      <View style={styles.head}>
        <Fasteners w={w} />
        <View style={styles.grow}>{f.torqueNm === null ? null : <Wanted w={w} torqueNm={f.torqueNm} />}</View>
      </View>
      {w.bad.map(([n, nm]) => (
        <FindingLine key={n} finding={judgeClick(nm, f, n)} />
      ))}
      <WrenchChoice {...w.shopWrenches} />
      <View style={styles.row}>
        <LineInput
          label="Wrench is set to"
          value={w.settingText}
          onChange={(setting) => w.change({ setting })}
          dense
          style={styles.grow}
        />
        <MainButton mode="outlined" onPress={w.wrench.isOn ? w.wrench.stop : w.listen}>
          {w.wrench.isOn ? 'Stop' : 'Listen to the wrench'}
        </MainButton>
      </View>
      {w.wrench.problem ? <Text tone="stop">{w.wrench.problem}</Text> : null}
      <FastenerConditions fastener={f} draft={w.draft} onChange={w.change} />
      {isDone ? <Text as="small">Saved again, the last time counts.</Text> : null}
      <ClickKeys w={w} />
    </Section>
  );
}

/** The figure and its band. */
function Wanted({ w, torqueNm }: { w: TorqueLineWork; torqueNm: number }) {
  const { show, other } = useUnits();
  const { fastener: f } = w.line;
  const { low, high } = torqueBand(torqueNm, f.tolerancePercent);
  return (
    <>
      <Text as="bigFigure" testID="torque-figure" style={styles.figure}>
        {show(torqueNm, 'torque')}
      </Text>
      <Text as="strong">{`= ${other(torqueNm, 'torque')}`}</Text>
      {f.angleDeg !== null ? <Text as="strong">{`then ${f.angleDeg}° more`}</Text> : null}
      <Text as="small">{`${show(low, 'torque')} to ${show(high, 'torque')}; ${f.source}`}</Text>
    </>
  );
}

/** Every fastener of the line with its last click; those out of band marked. */
function Fasteners({ w }: { w: TorqueLineWork }) {
  const { system } = useUnits();
  const { fastener: f } = w.line;
  const pattern = tighteningPattern(f.group, f.perCorner);
  const done = w.order.length - w.left.length;
  return (
    <FastenerDrawing
      label={`Clicks: ${done} of ${w.order.length}`}
      middle={`${done} of ${w.order.length}`}
      layout={
        pattern === 'star' || pattern === 'centreLock' || pattern === 'single'
          ? 'clock'
          : pattern === 'bottomTopTwice'
            ? 'overEachOther'
            : 'sideBySide'
      }
      next={w.next}
      onPick={w.pick}
      fasteners={Array.from({ length: f.perCorner }, (_, i) => i + 1).map((position) => {
        const nm = w.lastOf.get(position);
        return {
          position,
          name: positionOfFastener(f, position),
          figure: nm === undefined ? '' : quantityParts(nm, 'torque', system).figure,
          state:
            nm === undefined
              ? ('open' as const)
              : f.torqueNm !== null && judgeClick(nm, f).verdict === 'stop'
                ? ('stop' as const)
                : w.left.includes(position)
                  ? ('part' as const)
                  : ('done' as const),
        };
      })}
    />
  );
}

const styles = StyleSheet.create({
  grow: { flex: 1, minWidth: 0 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 14 },
  figure: { fontSize: 38, lineHeight: 42 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
});
