import { useTheme } from 'react-native-paper';
import { type Tokens, dark, light } from './tokens';

/** The tokens of the theme that is on. */
export const useTokens = (): Tokens => (useTheme().dark ? dark : light);
