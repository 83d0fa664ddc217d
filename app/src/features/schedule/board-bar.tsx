import { StyleSheet, View } from 'react-native';
import { plusDays, relativeDays, shortDate } from '@calvik/core';
import { useToday } from '../../state/hooks';
import { IconButton, MainButton, useWide } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { AnotherLookBanner } from './another-look-banner';
import type { Board } from './use-board';

/** Which day or week the board shows, and by whom. */
export function BoardBar({ board }: { board: Board }) {
  const wide = useWide();
  const today = useToday();
  const title =
    board.step === 7
      ? `${shortDate(board.days[0]!)} to ${shortDate(board.days[6]!)}`
      : `${shortDate(board.day)}, ${relativeDays(today, board.day)}`;
  return (
    <View style={styles.bar}>
      <View style={styles.days}>
        <IconButton
          icon="left"
          label={board.step === 7 ? 'A week earlier' : 'The day before'}
          onPress={() => board.setDay(plusDays(board.day, -board.step))}
        />
        <Text as="heading" headingLevel={2} testID="board-day">
          {title}
        </Text>
        <IconButton
          icon="right"
          label={board.step === 7 ? 'A week later' : 'The next day'}
          onPress={() => board.setDay(plusDays(board.day, board.step))}
        />
        {board.day === today ? null : (
          <MainButton mode="text" onPress={() => board.setDay(today)}>
            Today
          </MainButton>
        )}
      </View>
      {wide ? <AnotherLookBanner mode="text" /> : null}
      <View style={wide ? styles.switches : styles.switchesPhone}>
        {wide ? (
          <View style={styles.switch}>
            <Segments
              label="Show"
              value={board.span}
              onChange={board.setSpan}
              options={[
                { value: 'day', label: 'Day' },
                { value: 'week', label: 'Week' },
              ]}
            />
          </View>
        ) : null}
        <View style={styles.switch}>
          <Segments
            label="By"
            value={board.by}
            onChange={board.setBy}
            options={[
              { value: 'crew', label: 'Crew' },
              { value: 'lift', label: 'Lifts' },
            ]}
          />
        </View>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  bar: { flexDirection: 'row', flexWrap: 'wrap', gap: 12, alignItems: 'center', justifyContent: 'space-between' },
  days: { flexDirection: 'row', alignItems: 'center' },
  switches: { flexDirection: 'row', gap: 12 },
  switchesPhone: { width: '100%' },
  switch: { minWidth: 190 },
});
