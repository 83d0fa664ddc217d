import { useEffect, useMemo, useState } from 'react';
import { type AxleWear, type Car, type TrackEvent, thinningOf } from '@calvik/core';
import { useLogbook } from '../../state/hooks';
import { Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { outlookOfCase } from '../../workers/heat-worker';

/** Less than this nobody would feel, °C. Own figure. */
const WORTH_A_LINE_C = 1;

interface Hotter {
  fluidC: number;
  faceC: number;
}

/** What the pads that are left by the last session do to the heat: the two are said together. */
export function ThinnerHotter({ car, event, wear }: { car: Car; event: TrackEvent; wear: readonly AxleWear[] }) {
  const logbook = useLogbook();
  const { show } = useUnits();
  const thinning = useMemo(() => thinningOf(logbook, car, event, wear), [logbook, car, event, wear]);
  const [hotter, setHotter] = useState<Hotter | null>(null);
  useEffect(() => {
    if (!thinning) return;
    let isShown = true;
    Promise.all([outlookOfCase(thinning.begins), outlookOfCase(thinning.ends)]).then(
      ([begins, ends]) => {
        const most = (part: 'fluidC' | 'faceC'): number =>
          Math.max(...(['front', 'rear'] as const).map((a) => ends.axles[a][part].tempC - begins.axles[a][part].tempC));
        if (isShown) setHotter({ fluidC: most('fluidC'), faceC: most('faceC') });
      },
      // Without what computes it nothing is said of it.
      () => undefined,
    );
    return () => {
      isShown = false;
    };
  }, [thinning]);
  if (!thinning || !hotter) return null;
  const pads = thinning.left
    .map(
      (l) =>
        `${l.axle === 'front' ? 'front' : 'rear'} pads of ${show(l.toMm, 'length')} instead of ${show(l.fromMm, 'length')}`,
    )
    .join(', ');
  return (
    <Section title="Thinner is hotter">
      <Text>
        {hotter.fluidC < WORTH_A_LINE_C && hotter.faceC < WORTH_A_LINE_C
          ? `By the last session, with ${pads}, hardly hotter than in the first.`
          : `In the last session, with ${pads}: fluid about ${show(Math.max(0, hotter.fluidC), 'temperatureDifference')} hotter than in the first${hotter.faceC < WORTH_A_LINE_C ? '' : `, rotor face ${show(hotter.faceC, 'temperatureDifference')}`}. What is hotter wears faster: look sooner rather than later.`}
      </Text>
    </Section>
  );
}
