import { useAppSelector } from '../state/hooks';
import { Text } from '../ui/text';

/** Whether a signature is on this device alone: the server may know what speaks against it. */
export const useIsUnsent = (id: string | undefined): boolean =>
  useAppSelector((s) => id !== undefined && s.logbook.unsent.some((u) => u.body.id === id));

/** Said beside a signature that the server has not agreed to yet. */
export function NotAgreed({ id }: { id: string | undefined }) {
  return useIsUnsent(id) ? (
    <Text as="strong" tone="amber" testID="not-agreed">
      Signed here, and not on the server yet: it counts when the server has agreed. Until then the car stays where it
      is.
    </Text>
  ) : null;
}
