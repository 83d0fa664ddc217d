import { type ComponentType, useEffect, useState } from 'react';
import { View } from 'react-native';
import { Reading } from './reading';
import { MainButton } from './screen';
import { Text } from './text';

/** While a page's code is on its way. */
export const Waiting = () => (
  <View style={{ flex: 1, justifyContent: 'center' }}>
    <Reading />
  </View>
);

/**
 * A component whose code comes when it is first shown. Unlike a suspended one it says what to do when its code cannot be
 * had, and it never waits on anything but its own loading.
 */
export function onDemand<P extends object>(
  load: () => Promise<ComponentType<P>>,
  Waiting: ComponentType<P>,
): ComponentType<P> {
  let ready: ComponentType<P> | null = null;
  return function OnDemand(props: P) {
    const [Loaded, setLoaded] = useState<ComponentType<P> | null>(() => ready);
    const [tries, setTries] = useState(0);
    const [failed, setFailed] = useState(false);
    useEffect(() => {
      if (ready) {
        setLoaded(() => ready);
        return;
      }
      let shown = true;
      load().then(
        (component) => {
          ready = component;
          if (shown) setLoaded(() => component);
        },
        () => shown && setFailed(true),
      );
      return () => {
        shown = false;
      };
    }, [tries]);
    if (Loaded) return <Loaded {...props} />;
    if (!failed) return <Waiting {...props} />;
    return (
      <View style={{ gap: 12, padding: 16 }} role="alert">
        <Text>This page has not come to this device yet, and there is no connection to fetch it.</Text>
        <MainButton
          mode="outlined"
          onPress={() => {
            setFailed(false);
            setTries(tries + 1);
          }}
        >
          Try again
        </MainButton>
      </View>
    );
  };
}
