import { useEffect, useState } from 'react';
import { Image, ScrollView, StyleSheet, View } from 'react-native';
import type { ServiceJudgement, ServiceStep } from '@calvik/core';
import { useToday } from '../../state/hooks';
import { downscale, savePhoto, waitingPhoto } from '../../state/photos';
import { useTokens } from '../../theme/use-tokens';
import { Text } from '../../ui/text';
import { type NewFact, useSaveFact } from '../save-fact';
import { newId } from '../save-record';
import { stepName } from '@calvik/words';

/** Camera or file: downscaled here, kept on the device, sent to the server, and noted as a fact of this step. */
export function useTakePhoto(s: ServiceJudgement, step: ServiceStep): { open: () => void; problem: string | null } {
  const today = useToday();
  const { saveFact, problem } = useSaveFact();
  const [sentence, setSentence] = useState<string | null>(null);
  const take = async (file: File): Promise<void> => {
    setSentence(null);
    const small = await downscale(file).catch(() => null);
    if (!small) {
      setSentence('This file cannot be read as a picture. Take it again, or choose a JPEG or PNG.');
      return;
    }
    const { blob, widthPx, heightPx } = small;
    const photoId = newId();
    const aboutFactId = step.state === 'done' ? (step.fact?.id ?? null) : null;
    const body = { kind: 'photoTaken', photoId, step: step.key, aboutFactId, widthPx, heightPx };
    await savePhoto(photoId, blob);
    await saveFact({ ...body, carId: s.car.id, jobId: s.job.id } as NewFact, today);
  };
  const open = (): void => {
    const chooser = document.createElement('input');
    chooser.type = 'file';
    chooser.accept = 'image/*';
    chooser.setAttribute('capture', 'environment');
    chooser.onchange = () => {
      const file = chooser.files?.[0];
      if (file) void take(file);
    };
    chooser.click();
  };
  return { open, problem: sentence ?? problem };
}

/** The photos of a step, side by side. */
export function Photos({ s, step }: { s: ServiceJudgement; step: ServiceStep }) {
  const photos = s.facts.flatMap((f) => (f.kind === 'photoTaken' && f.step === step.key ? [f] : []));
  if (photos.length === 0) return null;
  return (
    <ScrollView horizontal contentContainerStyle={styles.strip}>
      {photos.map((p, i) => (
        <Photo
          key={p.id}
          photoId={p.photoId}
          label={`Photo ${i + 1} of ${stepName(step)}`}
          ratio={p.widthPx / p.heightPx}
        />
      ))}
    </ScrollView>
  );
}

function Photo({ photoId, label, ratio }: { photoId: string; label: string; ratio: number }) {
  const t = useTokens();
  const [uri, setUri] = useState<string | null>(null);
  useEffect(() => {
    let url: string | null = null;
    let shown = true;
    void waitingPhoto(photoId).then((blob) => {
      if (!shown) return;
      url = blob ? URL.createObjectURL(blob) : null;
      setUri(url ?? `/api/photos/${photoId}`);
    });
    return () => {
      shown = false;
      if (url) URL.revokeObjectURL(url);
    };
  }, [photoId]);
  return (
    <View style={[styles.photo, { borderColor: t.rule, width: 120 * Math.min(2, Math.max(0.5, ratio)) }]}>
      {uri ? (
        <Image source={{ uri }} style={styles.image} resizeMode="cover" accessibilityLabel={label} />
      ) : (
        <Text as="small">…</Text>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  strip: { gap: 8 },
  photo: { height: 120, borderWidth: 1, borderRadius: 3, overflow: 'hidden' },
  image: { width: '100%', height: '100%' },
});
