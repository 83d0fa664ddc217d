import { Pressable, StyleSheet, View } from 'react-native';
import { judgeClick } from '@calvik/core';
import { quantityParts } from '@calvik/core/units';
import { positionOfFastener } from '@calvik/words';
import { useTokens } from '../../theme/use-tokens';
import { Docked, useDock } from '../../ui/dock';
import { FigureFields } from '../../ui/figure-fields';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { LiveFinding } from '../../facts/finding-line';
import type { TorqueLineWork } from './use-torque-line';

/** What a click is logged with: one large key at the wrench's setting, or the keypad where a reading is typed. */
export function ClickKeys({ w }: { w: TorqueLineWork }) {
  const { fastener: f, corner } = w.line;
  const isAllDone = w.next === null;
  const where = w.next === null ? '' : positionOfFastener(f, w.next);
  const said = w.sentence ? (
    <Text tone="stop" live>
      {w.sentence}
    </Text>
  ) : w.oneMoreNm !== null ? (
    <OneMore w={w} nm={w.oneMoreNm} />
  ) : null;
  const save = (
    <MainButton onPress={w.save} loading={w.saving} disabled={w.saving}>
      {`Save ${f.name.toLowerCase()}, ${corner}`}
    </MainButton>
  );
  const isSaveable = isAllDone || w.clicks.length >= f.perCorner;
  // Beside Undo, not under the thumb that has just clicked.
  const beside = (
    <View style={styles.row}>
      <View style={isSaveable ? null : styles.grow}>
        <MainButton mode="text" disabled={w.saving} onPress={w.undo}>
          Undo
        </MainButton>
      </View>
      {isSaveable ? (
        <View style={styles.grow}>{save}</View>
      ) : w.isReading || f.torqueNm === null ? null : (
        <View style={styles.grow}>
          <MainButton mode="text" onPress={() => w.change({ isTyping: !w.isTyping, typed: '' })}>
            {w.isTyping ? 'Back to clicks' : 'Type a reading'}
          </MainButton>
        </View>
      )}
    </View>
  );
  if (!w.isTyping)
    return (
      <InDock>
        {said}
        {isAllDone ? <AllDone w={w} /> : <BigKey w={w} where={where} />}
        {beside}
      </InDock>
    );
  return (
    <FigureFields
      fields={[
        {
          key: 'typed',
          label: isAllDone ? `All ${f.perCorner} torqued` : `${w.isReading ? 'Reading' : 'Click'}, ${where}`,
          dimension: 'torque',
        },
      ]}
      values={{ typed: w.draft.typed }}
      onChange={(_, typed) => w.change({ typed })}
      selected="typed"
      onSelect={() => undefined}
      onDone={w.logClick}
      verdictHeight={50}
      verdict={
        said ??
        (w.typedNm === null || f.torqueNm === null ? (
          <Tiles w={w} />
        ) : (
          <LiveFinding findings={[judgeClick(w.typedNm, f, w.next ?? w.order[0]!)]} hasReading />
        ))
      }
      after={
        <View style={styles.gap}>
          {isAllDone ? null : (
            <MainButton onPress={w.logClick} disabled={w.saving}>
              Log click
            </MainButton>
          )}
          {beside}
        </View>
      }
    />
  );
}

/** More than this would be too narrow for a thumb: the drawing over them has them all. */
const MOST_TILES = 6;

/** Over the keypad, where the drawing is out of view: each fastener with its last click; a tap picks one. */
function Tiles({ w }: { w: TorqueLineWork }) {
  const t = useTokens();
  const { system } = useUnits();
  const { fastener: f } = w.line;
  if (f.perCorner > MOST_TILES) return null;
  return (
    <View style={styles.tiles}>
      {[...new Set(w.order)].map((position) => {
        const nm = w.lastOf.get(position);
        const isNext = position === w.next;
        return (
          <Pressable
            key={position}
            role="button"
            aria-label={`Next on ${positionOfFastener(f, position)}`}
            aria-pressed={isNext}
            onPress={() => w.pick(position)}
            style={[styles.tile, { borderColor: isNext ? t.iron : t.rule, borderWidth: isNext ? 2.5 : 1 }]}
          >
            <Text as="small">{positionOfFastener(f, position)}</Text>
            <Text as="strong" tone={nm !== undefined && judgeClick(nm, f).verdict === 'stop' ? 'stop' : 'ink'}>
              {nm === undefined ? '–' : quantityParts(nm, 'torque', system).figure}
            </Text>
          </Pressable>
        );
      })}
    </View>
  );
}

/** In the dock, like the keypad that it stands for. */
function InDock({ children }: { children: React.ReactNode }) {
  const dock = useDock();
  return dock.isMine ? (
    <Docked>
      <View style={styles.dock}>{children}</View>
    </Docked>
  ) : null;
}

function BigKey({ w, where }: { w: TorqueLineWork; where: string }) {
  const t = useTokens();
  const { show } = useUnits();
  const { order, left } = w;
  const figure = w.settingNm === null ? 'no figure' : show(w.settingNm, 'torque');
  const words = w.isAtOnce
    ? `All ${left.length === order.length ? order.length : `${left.length} left`} clicked at ${figure}: save`
    : `Click at ${figure}`;
  return (
    <Pressable
      role="button"
      aria-label={words}
      disabled={w.saving}
      onPress={w.isAtOnce ? w.logAll : w.logClick}
      style={({ pressed }) => [styles.big, { backgroundColor: pressed ? t.ink : t.iron, opacity: w.saving ? 0.5 : 1 }]}
    >
      <Text as="title" tone="onIron">
        {words}
      </Text>
      <Text as="strong" tone="onIron">
        {w.isAtOnce
          ? `in a star: ${left.join(' ')}`
          : `${where}, ${Math.min(order.length - left.length + 1, order.length)} of ${order.length}`}
      </Text>
    </Pressable>
  );
}

/** In the place of the key: all have clicked, and no tap there counts any more. */
function AllDone({ w }: { w: TorqueLineWork }) {
  const t = useTokens();
  return (
    <View style={[styles.big, { borderWidth: 1.5, borderColor: w.bad.length > 0 ? t.stop : t.iron }]}>
      <Text as="title">{`${w.order.length} of ${w.order.length} clicked`}</Text>
      <Text as="small" tone={w.bad.length > 0 ? 'stop' : 'ink'}>
        {w.bad.length > 0 ? 'One is out of band: tap it and click again' : 'Tap one to click it again'}
      </Text>
    </View>
  );
}

/** A click came when all were done. */
function OneMore({ w, nm }: { w: TorqueLineWork; nm: number }) {
  const { show } = useUnits();
  return (
    <Text tone="amber" live>
      {`One more click came in, ${show(nm, 'torque')}: tap what it was on, or undo it.${
        judgeClick(nm, w.line.fastener).verdict === 'inOrder' ? '' : ' It is out of band.'
      }`}
    </Text>
  );
}

const styles = StyleSheet.create({
  tiles: { flexDirection: 'row', gap: 4 },
  tile: { flex: 1, minHeight: 48, borderRadius: 3, alignItems: 'center', justifyContent: 'center' },
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1, minWidth: 0 },
  gap: { gap: 4 },
  dock: { width: '100%', maxWidth: 720, gap: 4 },
  big: { minHeight: 76, borderRadius: 3, alignItems: 'center', justifyContent: 'center', paddingHorizontal: 12 },
});
