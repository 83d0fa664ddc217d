import { type Goods, type LocalDate, type Supplier } from '@calvik/core';
import { type SupplierAnswer } from '@calvik/core/run-up';
import { plusWorkingDays } from '@calvik/core';
import { chance } from './chance';

/** What things cost about, in cents: invented, like the suppliers. */
const ABOUT_MINOR: Record<Goods, number> = { padSet: 21_000, rotorPair: 38_000, bottle: 3_600, wearPart: 2_900 };

/**
 * What a simulated supplier answers: a price, and when how many come. Most lines come in full and in time, some in two parcels, some
 * are on back-order. The same question on the same day gets the same answer.
 */
export function supplierAnswer(
  supplier: Supplier,
  line: { goods: Goods; likeId: string; count: number },
  today: LocalDate,
): SupplierAnswer {
  const dice = chance(`${supplier.id} ${line.likeId} ${today}`);
  const unitPriceMinor = Math.round((ABOUT_MINOR[line.goods] * (0.85 + 0.3 * dice.uniform())) / 10) * 10;
  const promised = plusWorkingDays(today, supplier.leadDays);
  const mood = dice.uniform();
  if (mood < 0.2 && line.count > 1) {
    const first = Math.ceil(line.count / 2);
    return {
      unitPriceMinor,
      deliveries: [
        { on: promised, count: first },
        { on: plusWorkingDays(promised, 4), count: line.count - first },
      ],
    };
  }
  const late = mood > 0.85 ? 6 : 0;
  return { unitPriceMinor, deliveries: [{ on: plusWorkingDays(promised, late), count: line.count }] };
}
