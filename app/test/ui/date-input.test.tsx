/** A date field holds what it shows: a date, nothing, or a text that is none. */
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useEffect, useState } from 'react';
import { PaperProvider } from 'react-native-paper';
import { longDate } from '@calvik/core';
import { DatePickerContext, type DatePickerProps, TimeZoneContext } from '../../src/ui/date-habit';
import { DateInput } from '../../src/ui/date-input';

let held = '';
/** Another field sets this one. */
let follow: (date: string) => void = () => undefined;
function Harness({ begin, optional = false }: { begin: string; optional?: boolean }) {
  const [value, setValue] = useState(begin);
  useEffect(() => {
    follow = setValue;
  }, []);
  const change = (date: string): void => {
    held = date;
    setValue(date);
  };
  return <DateInput label="First day" value={value} onChange={change} invalid={false} optional={optional} />;
}
const open = (begin: string, timeZone = 'Europe/London', optional = false): void => {
  held = begin;
  render(
    <PaperProvider>
      <TimeZoneContext.Provider value={timeZone}>
        <Harness begin={begin} optional={optional} />
      </TimeZoneContext.Provider>
    </PaperProvider>,
  );
};
const field = (): HTMLInputElement => screen.getByLabelText('First day', { selector: 'input' });
const typing = (text: string): void => void fireEvent.change(field(), { target: { value: text } });
const leave = (): void => void fireEvent.blur(field());

test('a day is picked where a calendar can be had; without one it is typed', () => {
  open('2027-01-05');
  expect(screen.queryByLabelText('Pick: First day')).toBeNull();
  let shown: DatePickerProps | null = null;
  const Calendar = (props: DatePickerProps) => {
    shown = props;
    return null;
  };
  cleanup();
  render(
    <PaperProvider>
      <DatePickerContext.Provider value={Calendar}>
        <Harness begin="2027-01-05" />
      </DatePickerContext.Provider>
    </PaperProvider>,
  );
  fireEvent.click(screen.getByLabelText('Pick: First day'));
  expect(shown).toMatchObject({ value: '2027-01-05', habit: 'en-GB' });
  act(() => shown!.onPick('2027-02-01'));
  expect(held).toBe('2027-02-01');
  expect(field().value).toBe('01/02/2027');
});

test.each([
  ['5.1.27', '2027-01-05', '05/01/2027'],
  ['5 Jan 2027', '2027-01-05', '05/01/2027'],
  ['2027-01-05', '2027-01-05', '05/01/2027'],
])('%j becomes the day that it says, in figures and in words', (typed, date, shown) => {
  open('2026-12-13');
  typing(typed);
  leave();
  expect(held).toBe(date);
  expect(field().value).toBe(shown);
  expect(document.body.textContent).toContain(longDate(date));
});

test.each(['5.1.2', '31.4.27', 'soon', '5'])(
  '%j is not a date: it stays as it was typed and is not the day before',
  (typed) => {
    open('2026-12-13');
    typing(typed);
    leave();
    expect(held).toBe(typed);
    expect(field().value).toBe(typed);
    expect(document.body.textContent).toContain('Not a date');
  },
);

test('while it is typed nothing follows a day that nobody meant', () => {
  open('2026-12-13');
  const seen: string[] = [];
  for (const text of ['1', '1.', '1.1', '1.12', '1.12.2', '1.12.20', '1.12.2026']) {
    typing(text);
    seen.push(held);
  }
  expect(seen).toEqual(['1', '1.', '1.1', '1.12', '1.12.2', '1.12.20', '1.12.2026']);
  leave();
  expect(held).toBe('2026-12-01');
});

test('a date that follows another one changes nothing under the hand, and shows when the field is left', () => {
  open('2026-12-13');
  fireEvent.focus(field());
  act(() => follow('2026-12-22'));
  expect(field().value).toBe('13/12/2026');
  leave();
  expect(field().value).toBe('22/12/2026');
  expect(held).toBe('2026-12-13');
  fireEvent.focus(field());
  act(() => follow('2026-12-23'));
  typing('24.12.26');
  leave();
  expect(held).toBe('2026-12-24');
});

test('in the order of whoever reads it, and empty only where it may be', () => {
  open('2026-12-13', 'America/Chicago', true);
  expect(field().value).toBe('12/13/2026');
  typing('5/1/27');
  leave();
  expect(held).toBe('2027-05-01');
  act(() => fireEvent.click(screen.getByLabelText('Clear: First day')) as never);
  expect(held).toBe('');
  expect(field().value).toBe('');
});

test('“today” is the day of the shop, not of the device', () => {
  jest.useFakeTimers({ now: new Date('2026-12-13T12:30:00Z') });
  open('2026-12-01', 'Pacific/Auckland');
  typing('today');
  leave();
  expect(held).toBe('2026-12-14');
  jest.useRealTimers();
});
