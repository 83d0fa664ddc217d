import { useRouter } from 'expo-router';
import { counted, plural } from '@calvik/words';
import { MainButton } from '../../ui/screen';
import { routes } from '../../routes';
import { useAnotherLookInTurn } from './use-another-look';

/** One line on the run-up, on the board and at the work: how much no longer fits; nothing while all does. */
export function AnotherLookBanner({ mode = 'outlined' }: { mode?: 'outlined' | 'text' }) {
  const router = useRouter();
  const list = useAnotherLookInTurn();
  return list.length === 0 ? null : (
    <MainButton mode={mode} onPress={() => router.push(routes.anotherLook)}>
      {`${counted(list.length, 'entry', 'entries')} ${plural(list.length, 'needs', 'need')} another look`}
    </MainButton>
  );
}
