/** What a change breaks, said before it is saved: by the same judgements that say it afterwards. */
import type { LocalDate } from '../calendar';
import type { Logbook } from '../logbook';
import { type Car, type Finding, type TrackEvent, severity } from '../model';
import { runUp } from '../readiness';
import { type AnotherLook, idOfLook, needsAnotherLook } from './another-look';

/** A booked car that would be worse off. */
export interface WorseCar {
  car: Pick<Car, 'id' | 'name'>;
  event: Pick<TrackEvent, 'id' | 'name'>;
  finding: Finding;
}

export interface Consequences {
  /** Jobs, bookings and texts that no longer fit: each with what is new about it. */
  looks: AnotherLook[];
  worse: WorseCar[];
}

const codesOf = (look: AnotherLook | undefined): Set<string> => new Set(look?.findings.map((f) => f.code));

/**
 * What a change breaks: what would need another look and does not yet, and which booked cars would be worse off.
 * @param before the logbook as it stands @param after as it would stand
 * @returns empty lists where it breaks nothing
 */
export function consequences(before: Logbook, after: Logbook, today: LocalDate): Consequences {
  const known = new Map(needsAnotherLook(before, today).map((l) => [idOfLook(l), l]));
  const looks = needsAnotherLook(after, today).flatMap((look): AnotherLook[] => {
    const said = codesOf(known.get(idOfLook(look)));
    const findings = look.findings.filter((f) => !said.has(f.code));
    return findings.length > 0 ? [{ ...look, findings }] : [];
  });
  const was = new Map(runUp(before, today).flatMap(({ cars }) => cars.map((c) => [c.bookingId, c.verdict] as const)));
  const worse = runUp(after, today).flatMap(({ event, cars }) =>
    cars.flatMap(({ bookingId, car, verdict, headline }): WorseCar[] => {
      const old = was.get(bookingId);
      return old !== undefined && severity(verdict) > severity(old) ? [{ car, event, finding: headline }] : [];
    }),
  );
  return { looks, worse };
}

export const breaksNothing = ({ looks, worse }: Consequences): boolean => looks.length === 0 && worse.length === 0;
