import { StyleSheet } from 'react-native';
import { Portal } from 'react-native-paper';
import { useLogbook } from '../../state/hooks';
import { useTokens } from '../../theme/use-tokens';
import { Dialog } from '../../ui/dialog';
import { MainButton } from '../../ui/screen';
import { FindingLines } from '../../facts/finding-line';
import { carOf } from '../../records/job-words';
import type { useMove } from './use-move';

/** A drop that would break a rule: which, in words, and what to do. */
export function Asked({ mover }: { mover: ReturnType<typeof useMove> }) {
  const logbook = useLogbook();
  const t = useTokens();
  if (!mover.asked) return null;
  const { to, objections } = mover.asked;
  return (
    <Portal>
      <Dialog visible onDismiss={() => mover.answer(false)} style={styles.dialog}>
        <Dialog.Title style={{ color: t.ink }}>{`${carOf(logbook, to)} does not fit there`}</Dialog.Title>
        <Dialog.Content style={styles.list} testID="drop-objections">
          <FindingLines findings={objections} />
        </Dialog.Content>
        <Dialog.Actions>
          <MainButton mode="outlined" onPress={() => mover.answer(false)}>
            Leave it
          </MainButton>
          <MainButton mode="text" danger onPress={() => mover.answer(true)}>
            Put it there all the same
          </MainButton>
        </Dialog.Actions>
      </Dialog>
    </Portal>
  );
}

const styles = StyleSheet.create({
  dialog: { maxWidth: 520, width: '92%', alignSelf: 'center' },
  list: { gap: 8 },
});
