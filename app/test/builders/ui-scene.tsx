import { render } from '@testing-library/react';
import { PaperProvider } from 'react-native-paper';
import { Provider } from 'react-redux';
import { makeStore } from '../../src/state/store';
import { lightTheme } from '../../src/theme/theme';
import { UnitsContext } from '../../src/ui/units';

export const show = (ui: React.ReactNode, store = makeStore()) => {
  const { units } = store.getState().preferences;
  render(
    <Provider store={store}>
      <UnitsContext.Provider value={units}>
        <PaperProvider theme={lightTheme}>{ui}</PaperProvider>
      </UnitsContext.Provider>
    </Provider>,
  );
};
/** Contrast by WCAG 2.2, relative luminance of sRGB. */
export function contrast(a: string, b: string): number {
  const luminance = (hex: string): number => {
    const [r, g, bl] = [1, 3, 5].map((i) => {
      const v = parseInt(hex.slice(i, i + 2), 16) / 255;
      return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
    }) as [number, number, number];
    return 0.2126 * r + 0.7152 * g + 0.0722 * bl;
  };
  const [hi, lo] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (hi + 0.05) / (lo + 0.05);
}
