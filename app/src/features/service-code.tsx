import type { ComponentType } from 'react';
import { View } from 'react-native';
import { ActivityIndicator } from 'react-native-paper';
import { onDemand } from '../ui/on-demand';
import type * as Service from './service';

const Waiting = () => (
  <View style={{ flex: 1, justifyContent: 'center' }}>
    <ActivityIndicator />
  </View>
);

/** A screen out of {@link Service}, whose code the first page does without. */
export const serviceScreen = (name: keyof typeof Service): ComponentType =>
  onDemand(async () => (await import('./service'))[name], Waiting);
