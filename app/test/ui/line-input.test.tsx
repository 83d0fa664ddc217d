/** What stands in a line after it was left is what is saved: times, hours of a day, and what cannot be read. */
import { fireEvent, render, screen } from '@testing-library/react';
import fc from 'fast-check';
import { useState } from 'react';
import { PaperProvider } from 'react-native-paper';
import { readTime } from '@calvik/core/calendar';
import { spanAsRead } from '../../src/fields/week-fields';
import { LineInput } from '../../src/ui/line-input';

let held = '';
function Harness({ read }: { read: (text: string) => string | null }) {
  const [value, setValue] = useState('');
  const change = (text: string): void => {
    held = text;
    setValue(text);
  };
  return <LineInput label="Line" value={value} onChange={change} read={read} />;
}
const typed = (text: string): string => {
  const field = screen.getByLabelText<HTMLInputElement>('Line', { selector: 'input' });
  fireEvent.focus(field);
  fireEvent.change(field, { target: { value: text } });
  expect(held).toBe(text);
  fireEvent.blur(field);
  return field.value;
};
const open = (read: (text: string) => string | null): void => {
  held = '';
  render(
    <PaperProvider>
      <Harness read={read} />
    </PaperProvider>,
  );
};

test.each([
  [readTime, '7.30', '07:30'],
  [readTime, '9 pm', '21:00'],
  [readTime, '25:00', '25:00'],
  [spanAsRead, '7.30-15h', '07:30 to 15:00'],
  [spanAsRead, '9am until 3pm', '09:00 to 15:00'],
  [spanAsRead, '15-7', '15-7'],
])('%p: %j stands there as %j, and so it is held', (read, text, shown) => {
  open(read);
  expect(typed(text)).toBe(shown);
  expect(held).toBe(shown);
});

test('property: shown and held are one, and reading what is shown changes nothing', () => {
  open(spanAsRead);
  fc.assert(
    fc.property(fc.stringMatching(/^[0-9]{1,2}[.:h]?[0-9]{0,2} ?(-|to|–) ?[0-9]{1,2}[.:h]?[0-9]{0,2}$/), (text) => {
      const shown = typed(text);
      expect(held).toBe(shown);
      expect(spanAsRead(shown) ?? shown).toBe(shown);
    }),
    { numRuns: 60 },
  );
});
