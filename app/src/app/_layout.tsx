import { Barlow_400Regular } from '@expo-google-fonts/barlow/400Regular';
import { Barlow_500Medium } from '@expo-google-fonts/barlow/500Medium';
import { Barlow_600SemiBold } from '@expo-google-fonts/barlow/600SemiBold';
import { BarlowCondensed_500Medium } from '@expo-google-fonts/barlow-condensed/500Medium';
import { BarlowCondensed_600SemiBold } from '@expo-google-fonts/barlow-condensed/600SemiBold';
import { useFonts } from 'expo-font';
import { Slot } from 'expo-router';
import { useEffect, useMemo } from 'react';
import { useColorScheme } from 'react-native';
import { PaperProvider } from 'react-native-paper';
import { Provider } from 'react-redux';
import { fetchPagesAhead } from '../api/pages-ahead';
import { SyncContext, useAppSelector } from '../state/hooks';
import { store } from '../state/store';
import { Sync } from '../state/sync';
import { darkTheme, lightTheme } from '../theme/theme';
import { Frame } from '../features/frame/frame';
import { PaperIcon } from '../ui/icons';
import { UnitsContext } from '../ui/units';
import { WorkingHost } from '../ui/working';

export { ErrorBoundary } from '../ui/error-boundary';

function Themed() {
  const wanted = useAppSelector((state) => state.preferences.theme);
  const units = useAppSelector((state) => state.preferences.units);
  const system = useColorScheme();
  const isDark = wanted === 'dark' || (wanted === 'system' && system === 'dark');
  const theme = isDark ? darkTheme : lightTheme;
  useEffect(() => {
    document.body.style.backgroundColor = theme.colors.background;
    document.documentElement.style.colorScheme = isDark ? 'dark' : 'light';
  }, [theme, isDark]);
  return (
    <PaperProvider theme={theme} settings={{ icon: PaperIcon as never }}>
      <UnitsContext.Provider value={units}>
        <WorkingHost>
          <Frame>
            <Slot />
          </Frame>
        </WorkingHost>
      </UnitsContext.Provider>
    </PaperProvider>
  );
}

export default function Root() {
  // Text shows in the device's own font until these have come: waiting for a font is no reason to show nothing.
  useFonts({
    Barlow_400Regular,
    Barlow_500Medium,
    Barlow_600SemiBold,
    BarlowCondensed_500Medium,
    BarlowCondensed_600SemiBold,
  });
  const sync = useMemo(() => new Sync(store), []);
  useEffect(() => {
    sync.start();
    const ahead = setTimeout(() => void fetchPagesAhead(), 3000);
    return () => {
      clearTimeout(ahead);
      sync.stop();
    };
  }, [sync]);
  return (
    <Provider store={store}>
      <SyncContext.Provider value={sync}>
        <Themed />
      </SyncContext.Provider>
    </Provider>
  );
}
