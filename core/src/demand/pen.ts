/** What a moisture pen says, and where it contradicts a boiling test. */
import { type FluidState, PEN_TOLERANCE_PERCENT, anchorOf, fluidFinding, waterAt } from '../fluid';
import type { Finding, MoistureReading } from '../model';

/** Water by a moisture pen at which to look again, and at which to change, %. Common practice, no source. */
const PEN_AMBER_PERCENT = 2;
const PEN_RED_PERCENT = 3;

/** Said where pen and boiling test are further apart than a pen is wrong; null where they agree, or one is missing. */
export function penAgainstTest(state: FluidState, pen: MoistureReading | undefined, timeZone: string): Finding | null {
  const test = state.current.tests.at(-1);
  if (!pen || !test) return null;
  const anchor = anchorOf(state.current, timeZone)!;
  // Either may be the newer one: bring the test's water forward to the pen's day before comparing.
  const byTest = pen.at > anchor.at ? waterAt(anchor, state.uptake.percentPerYear, pen.at) : anchor.waterPercent;
  if (Math.abs(pen.waterPercent - byTest) <= PEN_TOLERANCE_PERCENT) return null;
  return fluidFinding(
    'penDisagrees',
    'watch',
    {},
    { penPercent: pen.waterPercent, boilPercent: Math.round(10 * byTest) / 10 },
  );
}

/** What a pen alone asks for. */
export function penFinding({ waterPercent }: MoistureReading): Finding | null {
  if (waterPercent >= PEN_RED_PERCENT)
    return fluidFinding('penRed', 'needsWork', {}, { waterPercent, red: PEN_RED_PERCENT });
  return waterPercent >= PEN_AMBER_PERCENT
    ? fluidFinding('penAmber', 'watch', {}, { waterPercent, amber: PEN_AMBER_PERCENT })
    : null;
}
