import { ActivityIndicator } from 'react-native-paper';

/** Something is on its way: a turning ring with a name for those who do not see it. */
export const Reading = () => <ActivityIndicator accessibilityLabel="Reading" />;
