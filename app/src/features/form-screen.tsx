import type { ComponentType } from 'react';
import { View } from 'react-native';
import { ActivityIndicator } from 'react-native-paper';
import { onDemand } from '../ui/on-demand';
import type * as Forms from './forms';

const Waiting = () => (
  <View style={{ flex: 1, justifyContent: 'center' }}>
    <ActivityIndicator />
  </View>
);

/** A screen out of {@link Forms}, whose code the first page does without. */
export const formScreen = (name: keyof typeof Forms): ComponentType =>
  onDemand(async () => (await import('./forms'))[name], Waiting);
