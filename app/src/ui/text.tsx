import type { ReactNode } from 'react';
import { Text as NativeText, type TextStyle, type StyleProp } from 'react-native';
import { type Tokens, fonts } from '../theme/tokens';
import { useTokens } from '../theme/use-tokens';

type Role = 'body' | 'strong' | 'small' | 'label' | 'title' | 'heading' | 'figure' | 'bigFigure' | 'unit';

const roles: Record<Role, TextStyle> = {
  body: { fontFamily: fonts.text, fontSize: 16, lineHeight: 22 },
  strong: { fontFamily: fonts.textBold, fontSize: 16, lineHeight: 22 },
  small: { fontFamily: fonts.text, fontSize: 14, lineHeight: 19 },
  label: { fontFamily: fonts.label, fontSize: 14, lineHeight: 18, letterSpacing: 0.7, textTransform: 'uppercase' },
  title: { fontFamily: fonts.textBold, fontSize: 20, lineHeight: 26 },
  heading: { fontFamily: fonts.textBold, fontSize: 17, lineHeight: 23 },
  figure: { fontFamily: fonts.figure, fontSize: 26, lineHeight: 30, fontVariant: ['tabular-nums'] },
  bigFigure: { fontFamily: fonts.figure, fontSize: 56, lineHeight: 60, fontVariant: ['tabular-nums'] },
  unit: { fontFamily: fonts.label, fontSize: 16, lineHeight: 20 },
};

export interface TextProps {
  as?: Role;
  tone?: keyof Pick<Tokens, 'ink' | 'inkSoft' | 'amber' | 'stop' | 'iron' | 'onStop' | 'onIron'>;
  children: ReactNode;
  style?: StyleProp<TextStyle>;
  numberOfLines?: number;
  headingLevel?: 1 | 2 | 3;
  testID?: string;
  live?: boolean;
}

/** A figure and its unit stay on one line. */
const together = (text: string): string =>
  text.replace(/(\d) (?=(?:°[CF]|%|mL|mm|fl oz|N·m|lbf|bar|kPa|psi|kg|min|days?|m|ft|in)(?![a-z]))/g, '$1\u00a0');

/** All text of the interface. Headings say their level, so that a page can be walked by ear. */
export function Text({ as = 'body', tone, children, style, numberOfLines, headingLevel, testID, live }: TextProps) {
  const tokens = useTokens();
  const color = tokens[tone ?? (as === 'label' || as === 'small' || as === 'unit' ? 'inkSoft' : 'ink')];
  return (
    <NativeText
      style={[roles[as], { color }, style]}
      numberOfLines={numberOfLines}
      testID={testID}
      {...(headingLevel ? { role: 'heading', 'aria-level': headingLevel } : {})}
      {...(live ? { 'aria-live': 'polite' } : {})}
    >
      {typeof children === 'string' ? together(children) : children}
    </NativeText>
  );
}
