import { StyleSheet, View } from 'react-native';
import type { FaceSeen } from '@calvik/core';
import { cornerNames } from '@calvik/words';
import { faceSeenTexts } from '@calvik/words/bedding';
import { Chips } from '../../ui/chips';
import { FaceDrawing } from '../../ui/face-drawing';
import { MainButton, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import type { LookedFace } from './use-bedding-look';

const signs = Object.keys(faceSeenTexts) as FaceSeen[];

/** One face of a rotor: what may be seen on it while it is open, what was while it is not. */
export function RotorFace({
  face,
  isOpen,
  onOpen,
  onChange,
}: {
  face: LookedFace;
  isOpen: boolean;
  onOpen: (isOpen: boolean) => void;
  onChange: (seen: FaceSeen[]) => void;
}) {
  const name = `${cornerNames[face.corner]}, ${face.side} face`;
  return (
    <Section
      title={`${name[0]!.toUpperCase()}${name.slice(1)}`}
      aside={
        <MainButton mode="text" label={`${isOpen ? 'Close' : 'Open'} ${name}`} onPress={() => onOpen(!isOpen)}>
          {isOpen ? 'Close' : 'Change'}
        </MainButton>
      }
    >
      {isOpen ? (
        <>
          <Chips
            label={name}
            columns={2}
            chosen={face.seen}
            onChange={onChange}
            options={signs.map((s) => ({
              value: s,
              label: faceSeenTexts[s].name,
              drawing: <FaceDrawing seen={s} />,
            }))}
          />
          {face.seen.map((s) => (
            <Text key={s} as="small">
              {faceSeenTexts[s].advice}
            </Text>
          ))}
        </>
      ) : (
        <View style={styles.shown}>
          {face.seen.map((s) => (
            <FaceDrawing key={s} seen={s} size={40} />
          ))}
          <Text style={styles.grow} tone={face.seen.length === 0 ? 'inkSoft' : 'ink'}>
            {face.seen.length === 0 ? 'Not looked at yet' : face.seen.map((s) => faceSeenTexts[s].name).join(', ')}
          </Text>
        </View>
      )}
    </Section>
  );
}

const styles = StyleSheet.create({
  shown: { flexDirection: 'row', alignItems: 'center', gap: 8, flexWrap: 'wrap' },
  grow: { flex: 1, minWidth: 0 },
});
