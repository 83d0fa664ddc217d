import { useDraft } from '../../state/use-draft';
import { Segments } from '../../ui/segments';
import { useUnits } from '../../ui/units';

/** Places after the point in millimetres; inches have one more. */
const PLACES = { gauge: 1, micrometer: 2 } as const;
const names = { gauge: 'Gauge reads to', micrometer: 'Micrometer reads to' } as const;

/**
 * How finely whatever is read off by eye shows its figure: so many places are typed, then the next line has the keys. Kept on the device, like
 * the instrument.
 */
export function usePlaces(instrument: keyof typeof PLACES): { places: number; choice: React.ReactNode } {
  const { system } = useUnits();
  const { draft, change } = useDraft<{ more: '0' | '1' }>(`places.${instrument}`, { more: '0' });
  const least = PLACES[instrument] + (system === 'metric' ? 0 : 1);
  const unit = system === 'metric' ? 'mm' : 'in';
  const words = (places: number): string => `${(10 ** -places).toFixed(places)} ${unit}`;
  return {
    places: least + Number(draft.more),
    choice: (
      <Segments
        label={names[instrument]}
        value={draft.more}
        onChange={(more) => change({ more })}
        options={[
          { value: '0', label: words(least) },
          { value: '1', label: words(least + 1) },
        ]}
      />
    ),
  };
}
