import type { ErrorBoundaryProps } from 'expo-router';
import { View } from 'react-native';
import { PaperProvider } from 'react-native-paper';
import { lightTheme } from '../theme/theme';
import { MainButton } from './screen';
import { Text } from './text';

/** A page that failed: what was entered is safe on the device, and there is a way on. */
export function ErrorBoundary({ error, retry }: ErrorBoundaryProps) {
  return (
    // It stands in place of everything that the layout gives, the theme too.
    <PaperProvider theme={lightTheme}>
      <View style={{ padding: 24, gap: 12 }} role="alert">
        <Text as="title">This page has failed</Text>
        <Text>What you entered is kept on this device. Try the page again; if it fails again, reload.</Text>
        <Text as="small">{error.message}</Text>
        <MainButton onPress={() => void retry()}>Try again</MainButton>
      </View>
    </PaperProvider>
  );
}
