import { type FluidExchange, type BleedStep, type PedalFeel, dateIn } from '@calvik/core';
import { recordText } from '../../ui/quantity-text';

export interface LineForm {
  volume: string;
  clean: boolean;
  bubbleFree: boolean;
  nippleShut: boolean;
}

/** What the form of a flush holds: quantities as they were typed. */
export interface FlushForm {
  scope: FluidExchange['scope'];
  bottleId: string;
  secondBottleId: string;
  /** Step from which the second bottle is poured, counted from 0, as text. */
  secondFrom: string;
  refill: string;
  lines: LineForm[];
  pedalBefore: PedalFeel | '';
  pedalAfter: PedalFeel | '';
  date: string;
  alreadyIn: boolean;
  because: string;
}

/** An empty form, or one filled with the flush that is to be corrected. */
export function flushForm(
  corrected: FluidExchange | undefined,
  steps: readonly BleedStep[],
  today: string,
  timeZone: string,
  system: 'metric' | 'imperial',
): FlushForm {
  const first = corrected?.corners[0]?.bottleId ?? '';
  const second = corrected?.corners.findIndex((c) => c.bottleId !== first) ?? -1;
  return {
    scope: corrected?.scope ?? 'full',
    bottleId: first,
    secondBottleId: second > 0 ? corrected!.corners[second]!.bottleId : '',
    secondFrom: second > 0 ? String(second) : '',
    refill: recordText(corrected?.reservoirRefillMl, 'volume', system),
    lines: steps.map((_, i) => {
      const old = corrected?.corners[i];
      return {
        volume: recordText(old?.volumeMl, 'volume', system),
        clean: old?.clean ?? false,
        bubbleFree: old?.bubbleFree ?? false,
        nippleShut: old?.nippleShut ?? false,
      };
    }),
    pedalBefore: corrected?.pedalBefore ?? '',
    pedalAfter: corrected?.pedalAfter ?? '',
    date: corrected ? dateIn(corrected.at, timeZone) : today,
    alreadyIn: false,
    because: '',
  };
}
