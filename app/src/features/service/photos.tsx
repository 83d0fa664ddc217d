import { useState } from 'react';
import { ScrollView } from 'react-native';
import type { ServiceJudgement, ServiceStep } from '@calvik/core';
import { stepName } from '@calvik/words';
import { useToday } from '../../state/hooks';
import { NOT_A_PICTURE, Picture, choosePicture, storePicture } from '../../files/pictures';
import { type NewFact, useSaveFact } from '../../facts/save-fact';

/** Camera or file: kept, and noted as a fact of this step. */
export function useTakePhoto(s: ServiceJudgement, step: ServiceStep): { open: () => void; problem: string | null } {
  const today = useToday();
  const { saveFact, problem } = useSaveFact();
  const [sentence, setSentence] = useState<string | null>(null);
  const take = async (file: File): Promise<void> => {
    setSentence(null);
    const stored = await storePicture(file);
    if (!stored) return setSentence(NOT_A_PICTURE);
    const aboutFactId = step.state === 'done' ? (step.fact?.id ?? null) : null;
    const body = { kind: 'photoTaken', ...stored, step: step.key, aboutFactId };
    await saveFact({ ...body, carId: s.car.id, jobId: s.job.id } as NewFact, today);
  };
  return { open: () => choosePicture((file) => void take(file)), problem: sentence ?? problem };
}

/** The photos of a step, side by side. */
export function Photos({ s, step }: { s: ServiceJudgement; step: ServiceStep }) {
  const photos = s.facts.flatMap((f) => (f.kind === 'photoTaken' && f.step === step.key ? [f] : []));
  if (photos.length === 0) return null;
  return (
    <ScrollView horizontal contentContainerStyle={{ gap: 8 }}>
      {photos.map((p, i) => (
        <Picture
          key={p.id}
          photoId={p.photoId}
          label={`Photo ${i + 1} of ${stepName(step)}`}
          ratio={p.widthPx / p.heightPx}
        />
      ))}
    </ScrollView>
  );
}
