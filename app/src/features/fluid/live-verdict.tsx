import { StyleSheet, View } from 'react-native';
import type { Fact, FluidJudgement, TrackEvent } from '@calvik/core';
import { useTell } from '../../state/use-say';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { VerdictMark } from '../../ui/verdict';
import { FluidBar } from './fluid-bar';

/**
 * The last test, and what this one would mean while somebody types it.
 * @param judged the test as typed; null while it cannot be read
 */
export function LiveVerdict({
  judgement,
  judged,
  event,
}: {
  judgement: FluidJudgement;
  judged: Fact | null;
  event: TrackEvent | null;
}) {
  const tell = useTell();
  const { show } = useUnits();
  const previous = judgement.state.fillings
    .flatMap((f) => f.tests)
    .filter((x) => x.test.id !== judged?.id)
    .at(-1);

  return (
    <View style={styles.live} testID="live-verdict">
      <View style={styles.head}>
        <Text as="label">
          {previous ? `Last test ${show(previous.test.readingC, 'temperature')}` : 'First test of this car'}
        </Text>
        {judged ? <VerdictMark verdict={judgement.verdict} /> : null}
      </View>
      {judged ? (
        <>
          <FluidBar judgement={judgement} />
          <Text>{tell(judgement.headline)}</Text>
        </>
      ) : (
        <Text as="small">{`Wants ${show(judgement.demanded.value, 'temperature')} ${event ? `at ${event.name}` : 'today'}.`}</Text>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  live: { gap: 8 },
  head: { flexDirection: 'row', justifyContent: 'space-between', alignItems: 'center', minHeight: 24 },
});
