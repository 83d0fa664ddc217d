import { Pressable, StyleSheet, View } from 'react-native';
import { TARGET } from '../theme/tokens';
import { useTokens } from '../theme/use-tokens';
import { onEnter } from './keyboard';
import { Text } from './text';

/** Fewer parts than this are seen without help. */
const FEWEST = 4;

/** Marks at the head of a long list: each leads to its part of the page. @param marks `id`: the part's nativeID */
export function JumpMarks({
  label,
  marks,
}: {
  label: string;
  marks: readonly { id: string; name: string; note?: string }[];
}) {
  const t = useTokens();
  if (marks.length < FEWEST) return null;
  const jump = (id: string): void => {
    const part = document.getElementById(id);
    part?.scrollIntoView({ block: 'start' });
    part?.querySelector<HTMLElement>('[role="heading"], h2, h3')?.focus();
  };
  return (
    <View role="navigation" aria-label={label} style={styles.marks}>
      {marks.map(({ id, name, note }) => (
        <Pressable
          key={id}
          role="link"
          aria-label={`To ${name}${note ? `: ${note}` : ''}`}
          onPress={() => jump(id)}
          {...onEnter(() => jump(id))}
          style={[styles.mark, { borderColor: t.rule, backgroundColor: t.sheet }]}
        >
          <Text as="small" tone="ink">
            {name}
          </Text>
          {note ? <Text as="small">{note}</Text> : null}
        </Pressable>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  marks: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
  mark: {
    minHeight: TARGET,
    paddingHorizontal: 12,
    justifyContent: 'center',
    borderWidth: 1,
    borderRadius: 4,
  },
});
