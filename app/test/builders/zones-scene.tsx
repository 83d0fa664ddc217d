/** Braking zones: typed, read back, refused with a sentence; and out of a recorded drive. */
import { act, fireEvent, screen } from '@testing-library/react';

/** A logger's table of six laps: a straight, hard on the brakes, a corner. */
export function drive(): string {
  const rows = ['zeit;v km/h'];
  for (let s = 0; s < 420; s++) {
    const t = s % 70;
    const v =
      t < 30
        ? 80 + 4 * t
        : t < 34
          ? 200 - 30 * (t - 30)
          : t < 55
            ? 80 + 3 * (t - 34)
            : t < 57
              ? 143 - 31 * (t - 55)
              : 80;
    rows.push(`${s};${v}`);
  }
  return rows.join('\n');
}
export const choose = (name: string, content: string): Promise<void> =>
  act(async () => {
    const file = new File([content], name, { type: 'text/csv' });
    Object.defineProperty(file, 'text', { value: async () => content });
    fireEvent.change(screen.getByLabelText('Recorded drive'), { target: { files: [file] } });
  });
