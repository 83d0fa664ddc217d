import { Slot } from 'expo-router';
import { useEffect } from 'react';
import { useColorScheme } from 'react-native';
import { PaperProvider } from 'react-native-paper';
import { Provider } from 'react-redux';
import { fetchPagesAhead } from '../api/pages-ahead';
import { SyncContext, useAppSelector } from '../state/hooks';
import { selectShop } from '../state/logbook';
import { store } from '../state/store';
import { watchForWanted, whenWanted } from '../state/when-wanted';
import { Sync } from '../state/sync';
import { darkTheme, lightTheme } from '../theme/theme';
import { Frame } from '../shell/frame';
import { laterPiece, loadLater, whenLoaded } from '../shell/lazy-screen';
import { PaperIcon } from '../ui/icons';
import { DatePickerContext, TimeZoneContext } from '../ui/date-habit';
import { UnitsContext } from '../ui/units';
import { WorkingHost } from '../ui/working';

const WorkingSheet = laterPiece('WorkingSheet');
const DatePicker = laterPiece('DatePicker');

export { ErrorBoundary } from '../ui/error-boundary';

function Themed() {
  const wanted = useAppSelector((state) => state.preferences.theme);
  const units = useAppSelector((state) => state.preferences.units);
  const timeZone = useAppSelector(selectShop).timeZone;
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
        <TimeZoneContext.Provider value={timeZone}>
          <DatePickerContext.Provider value={DatePicker}>
            <WorkingHost sheet={WorkingSheet}>
              <Frame>
                <Slot />
              </Frame>
            </WorkingHost>
          </DatePickerContext.Provider>
        </TimeZoneContext.Provider>
      </UnitsContext.Provider>
    </PaperProvider>
  );
}

const sync = new Sync(store, async (...whole) => {
  if (location.pathname === '/') {
    // The run-up shows what the server judged: heat is computed behind it, when more is wanted.
    void whenWanted()
      .then(async () => (await loadLater('heatAhead')).heatAhead(...whole))
      .catch(() => undefined);
    return;
  }
  await (await loadLater('heatAhead')).heatAhead(...whole);
});

// Begun before anything is drawn: drawing the frame takes as long as reading the feed, and every page but the run-up waits for what follows.
watchForWanted();
sync.start();
if (location.pathname !== '/') {
  loadLater('startHeatWorker')
    .then(({ startHeatWorker }) => startHeatWorker())
    .catch(() => undefined);
}

export default function Root() {
  useEffect(() => {
    sync.start();
    let ahead: ReturnType<typeof setTimeout>;
    void whenWanted()
      .then(whenLoaded)
      .then(() => (ahead = setTimeout(() => void fetchPagesAhead(), 1000)));
    return () => {
      clearTimeout(ahead);
      sync.stop();
    };
  }, []);
  return (
    <Provider store={store}>
      <SyncContext.Provider value={sync}>
        <Themed />
      </SyncContext.Provider>
    </Provider>
  );
}
