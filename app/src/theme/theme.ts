import type { MD3Theme } from 'react-native-paper';
import { configureFonts } from 'react-native-paper';
import { MD3DarkTheme, MD3LightTheme } from 'react-native-paper/lib/module/styles/themes';
import { type Tokens, dark, fonts, light } from './tokens';

const paperFonts = configureFonts({
  config: {
    bodyLarge: { fontFamily: fonts.text, fontSize: 17, lineHeight: 24, letterSpacing: 0 },
    bodyMedium: { fontFamily: fonts.text, fontSize: 16, lineHeight: 22, letterSpacing: 0 },
    bodySmall: { fontFamily: fonts.text, fontSize: 14, lineHeight: 19, letterSpacing: 0 },
    labelLarge: { fontFamily: fonts.textBold, fontSize: 16, lineHeight: 22, letterSpacing: 0.1 },
    labelMedium: { fontFamily: fonts.textMedium, fontSize: 14, lineHeight: 18, letterSpacing: 0.1 },
    titleMedium: { fontFamily: fonts.textBold, fontSize: 17, lineHeight: 23, letterSpacing: 0 },
    headlineSmall: { fontFamily: fonts.textBold, fontSize: 22, lineHeight: 28, letterSpacing: 0 },
    titleLarge: { fontFamily: fonts.textBold, fontSize: 22, lineHeight: 28, letterSpacing: 0 },
  },
});

function build(base: MD3Theme, t: Tokens): MD3Theme {
  return {
    ...base,
    roundness: 1,
    fonts: paperFonts,
    colors: {
      ...base.colors,
      primary: t.iron,
      onPrimary: t.onIron,
      primaryContainer: t.ironWash,
      onPrimaryContainer: t.ink,
      secondary: t.iron,
      onSecondary: t.onIron,
      secondaryContainer: t.ironWash,
      onSecondaryContainer: t.ink,
      tertiary: t.amber,
      tertiaryContainer: t.amberWash,
      onTertiaryContainer: t.ink,
      error: t.stop,
      onError: t.onStop,
      errorContainer: t.stopWash,
      onErrorContainer: t.ink,
      background: t.paper,
      onBackground: t.ink,
      surface: t.sheet,
      onSurface: t.ink,
      surfaceVariant: t.ironWash,
      onSurfaceVariant: t.inkSoft,
      outline: t.inkSoft,
      outlineVariant: t.rule,
      inverseSurface: t.ink,
      inverseOnSurface: t.paper,
      inversePrimary: t.ironWash,
      elevation: {
        level0: 'transparent',
        level1: t.sheet,
        level2: t.sheet,
        level3: t.sheet,
        level4: t.sheet,
        level5: t.sheet,
      },
    },
  };
}

export const lightTheme = build(MD3LightTheme, light);
export const darkTheme = build(MD3DarkTheme, dark);
