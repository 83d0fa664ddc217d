import { type ComponentType, Suspense, lazy } from 'react';
import { View } from 'react-native';
import { ActivityIndicator } from 'react-native-paper';
import type * as Forms from './forms';

/** A screen out of {@link ./forms}, whose code the first page does without. */
export function formScreen(name: keyof typeof Forms): ComponentType {
  const Form = lazy(async () => ({ default: (await import('./forms'))[name] }));
  return function FormScreen() {
    return (
      <Suspense
        fallback={
          <View style={{ flex: 1, justifyContent: 'center' }}>
            <ActivityIndicator />
          </View>
        }
      >
        <Form />
      </Suspense>
    );
  };
}
