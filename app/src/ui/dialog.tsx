import type { ComponentProps } from 'react';
import { Dialog as PaperDialog } from 'react-native-paper';
import { Layer } from './layer';

/** The library's dialog; the keys go into it and back. */
function KeyedDialog({ children, ...props }: ComponentProps<typeof PaperDialog>) {
  return (
    <PaperDialog {...props}>
      {children}
      <Layer />
    </PaperDialog>
  );
}

export const Dialog = Object.assign(KeyedDialog, {
  Title: PaperDialog.Title,
  Content: PaperDialog.Content,
  ScrollArea: PaperDialog.ScrollArea,
  Actions: PaperDialog.Actions,
});
