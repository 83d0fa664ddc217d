import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Finding } from '@calvik/core';
import { findingKey } from '@calvik/core/model';
import type { FastenerNames } from '@calvik/words';
import { useTell } from '../state/use-say';
import { MainButton } from '../ui/screen';
import { Text } from '../ui/text';
import { ReasonLine, VerdictMark } from '../ui/verdict';

/** A finding in plain words, with as much colour as it deserves. */
export function FindingLine({ finding, fasteners }: { finding: Finding; fasteners?: FastenerNames | undefined }) {
  const tell = useTell();
  return <ReasonLine reason={{ verdict: finding.verdict, text: tell(finding, fasteners) }} />;
}

export const FindingLines = ({
  findings,
  fasteners,
}: {
  findings: readonly Finding[];
  fasteners?: FastenerNames | undefined;
}) => (
  <>
    {findings.map((f) => (
      <FindingLine key={findingKey(f)} finding={f} fasteners={fasteners} />
    ))}
  </>
);

/** What comes first, and all that stops; the rest behind one tap, so that what is to be chosen stays in view. */
export function FirstFindings({ findings }: { findings: readonly Finding[] }) {
  const [isOpen, setOpen] = useState(false);
  const shown = isOpen ? findings : findings.filter((f, i) => i === 0 || f.verdict === 'stop');
  return (
    <>
      <FindingLines findings={shown} />
      {shown.length < findings.length ? (
        <MainButton mode="text" onPress={() => setOpen(true)}>{`${findings.length - shown.length} more`}</MainButton>
      ) : null}
    </>
  );
}

/** The verdict while somebody types: the worst of it in one line; the rest stands where there is room. */
export function LiveFinding({ findings, hasReading }: { findings: readonly Finding[]; hasReading: boolean }) {
  const tell = useTell();
  const first = findings[0];
  if (!hasReading) return null;
  return (
    <View style={styles.live}>
      <VerdictMark verdict={first?.verdict ?? 'inOrder'} />
      {first ? (
        <Text style={styles.text} numberOfLines={2}>
          {tell(first)}
        </Text>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  live: { flexDirection: 'row', alignItems: 'flex-start', gap: 8 },
  text: { flex: 1, minWidth: 0 },
});
