import { useEffect, useState } from 'react';
import { Image, StyleSheet, View } from 'react-native';
import { downscale, savePhoto, waitingPhoto } from '../state/photos';
import { useTokens } from '../theme/use-tokens';
import { Text } from '../ui/text';
import { newId } from '../state/new-record';

/** Opens the camera, or a file. */
export function choosePicture(take: (file: File) => void): void {
  const chooser = document.createElement('input');
  chooser.type = 'file';
  chooser.accept = 'image/*';
  chooser.setAttribute('capture', 'environment');
  chooser.onchange = () => {
    const file = chooser.files?.[0];
    if (file) take(file);
  };
  chooser.click();
}

/** Downscaled here, kept on the device, sent to the server as soon as it can be reached; null for what is no picture. */
export async function storePicture(file: File): Promise<{ photoId: string; widthPx: number; heightPx: number } | null> {
  const small = await downscale(file).catch(() => null);
  if (!small) return null;
  const photoId = newId();
  await savePhoto(photoId, small.blob);
  return { photoId, widthPx: small.widthPx, heightPx: small.heightPx };
}

export const NOT_A_PICTURE = 'This file cannot be read as a picture. Take it again, or choose a JPEG or PNG.';

/** A picture by its id, wherever it is yet. */
export function Picture({ photoId, label, ratio }: { photoId: string; label: string; ratio: number }) {
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
  photo: { height: 120, borderWidth: 1, borderRadius: 3, overflow: 'hidden' },
  image: { width: '100%', height: '100%' },
});
