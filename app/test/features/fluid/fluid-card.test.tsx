import type { Fact } from '@calvik/core';
import { fireEvent, screen, within } from '@testing-library/react';
import { FluidCard } from '../../../src/features/fluid/fluid-card';
import { CarHistory } from '../../../src/features/fluid/history';
import { BottleScreen } from '../../../src/features/inventory/bottle-screen';
import { CornerMap } from '../../../src/ui/corner-map';
import { boil, bottle, car, flush, show, silicone } from '../../builders/scene';
import { at, intake, job } from '../../builders/service-scene';

jest.mock('expo-router', () => ({
  useRouter: () => ({
    push: jest.fn(),
    replace: jest.fn(),
    back: jest.fn(),
    canGoBack: () => false,
    navigate: jest.fn(),
  }),
  useLocalSearchParams: () => ({ id: '01900000-0000-7000-8000-000000000002' }),
}));

describe('the fluid card', () => {
  test('in order: the figures, no reason, no colour word', () => {
    show(<FluidCard car={car} event={null} />, [boil(19, 11, 300), flush(20, 10)]);
    expect(screen.getByTestId('verdict').textContent).toBe('In order');
    expect(screen.getByRole('button', { name: /^Boiling point today 3\d\d °C: show the working$/ })).toBeTruthy();
    expect(screen.queryByText('Action needed')).toBeNull();
    expect(screen.getByText(/from bottle B-001 Orsen Race 325/)).toBeTruthy();
  });

  test('nothing known: says what to do', () => {
    show(<FluidCard car={car} event={null} />);
    expect(screen.getByText('No test and no flush on record: test the fluid.')).toBeTruthy();
    expect(screen.queryByRole('button', { name: /^Boiling point today/ })).toBeNull();
  });

  test('too much water: stop, with the figures in the sentence and on the bar', () => {
    show(<FluidCard car={car} event={null} />, [flush(20, 300), boil(21, 1, 188)]);
    expect(screen.getAllByTestId('verdict')[0]!.textContent).toBe('Stop');
    expect(screen.getByText(/Boils at 18\d\s°C on the day; the fluid gets to 200\s°C\./)).toBeTruthy();
    expect(screen.getByTestId('limit-bar').getAttribute('aria-label')).toMatch(/Wants 230 °C/);
  });

  test('a wrong mix offers to take down which workshop cleared it', async () => {
    const wrong = { ...bottle, id: '01900000-0000-7000-8000-000000000022', fluidId: silicone.id };
    const poured = flush(20, 5);
    const mixed = {
      ...poured,
      corners: (poured as Extract<typeof poured, { kind: 'fluidExchange' }>).corners.map((c) => ({
        ...c,
        bottleId: wrong.id,
      })),
    } as typeof poured;
    show(<FluidCard car={car} event={null} />, [mixed], { fluids: [silicone], bottles: [wrong] });
    fireEvent.click(await screen.findByRole('button', { name: 'A workshop has cleared it' }, { timeout: 60_000 }));
    expect(screen.getByLabelText('Workshop, and what was done')).toBeTruthy();
  });

  test('a figure opens down to the fact it rests on, and back', () => {
    show(<FluidCard car={car} event={null} />, [flush(20, 100), boil(21, 2, 290)]);
    fireEvent.click(screen.getByRole('button', { name: /^Boiling point on the day/ }));
    const sheet = within(screen.getByTestId('working-sheet'));
    expect(sheet.getAllByText('label: Label of Orsen Race 325')).toHaveLength(2);
    fireEvent.click(sheet.getByRole('button', { name: 'Working of w, water content' }));
    expect(sheet.getByText(/measured: Boiling test of/)).toBeTruthy();
    fireEvent.click(sheet.getByRole('button', { name: 'Working of rate' }));
    expect(sheet.getByText(/Shop default; too few tests/)).toBeTruthy();
    fireEvent.click(sheet.getByRole('button', { name: 'Back' }));
    expect(sheet.getByText('w = w₀ + rate × years')).toBeTruthy();
  });
});

describe('the history', () => {
  const wrong = boil(21, 3, 126);
  const right = boil(22, 3, 261, { replaces: wrong.id, because: 'Figures swapped.' });

  test('shows a corrected entry and its correction, and only the latter can be corrected again', () => {
    show(<CarHistory carId={car.id} />, [flush(20, 30), wrong, right]);
    expect(screen.getByTestId('history-replaced').textContent).toContain('Corrected: Figures swapped.');
    const entries = screen.getAllByTestId('history-entry');
    expect(entries).toHaveLength(2);
    expect(within(screen.getByTestId('history-replaced')).queryByRole('button')).toBeNull();
    fireEvent.click(within(entries[0]!).getByRole('button', { name: /correct or withdraw/ }));
    expect(screen.getByRole('button', { name: 'Correct' })).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Withdraw' })).toBeTruthy();
  });

  test('a withdrawal asks why before it does anything', () => {
    show(<CarHistory carId={car.id} />, [wrong]);
    fireEvent.click(screen.getByRole('button', { name: /correct or withdraw/ }));
    fireEvent.click(screen.getByRole('button', { name: 'Withdraw' }));
    const dialog = screen.getByText('Withdraw this entry').closest('[role="dialog"], [aria-modal]') ?? document.body;
    const buttons = within(dialog as HTMLElement).getAllByRole('button', { name: 'Withdraw' });
    fireEvent.click(buttons.at(-1)!);
    expect(screen.getByText('Say why.')).toBeTruthy();
  });

  test('a service is one line with its outcome, and its entries open below', () => {
    const step = (n: number, more: object): Fact => ({ ...at(n), ...more }) as Fact;
    show(
      <CarHistory carId={car.id} />,
      [boil(21, 2, 290), ...intake, step(30, { kind: 'stepSkipped', step: 'look', reason: 'Done before' })],
      { jobs: [job] },
    );
    const line = screen.getByTestId('visit');
    expect(line.textContent).toMatch(/^ServiceNot finished; 6 entries/);
    expect(screen.getAllByTestId('history-entry')).toHaveLength(1);
    fireEvent.click(within(line).getByRole('button', { name: /^Service, .*: entries$/ }));
    expect(screen.getAllByTestId('history-entry').length).toBe(7);
    expect(line.textContent).toContain('Skipped: Hoses, seals, hubs');
  });

  test('says so when there is nothing', () => {
    show(<CarHistory carId={car.id} />);
    expect(screen.getByText('Nothing on record yet.')).toBeTruthy();
  });
});

test('a bottle counts down by what was poured, and a level in words is refused', async () => {
  show(<BottleScreen />, [flush(20, 40)]);
  expect(screen.getByTestId('bottle-left').textContent).toBe('450\u00a0mL');
  expect(screen.getByText(/Open for (40|41) days; the shop allows 30/)).toBeTruthy();
  fireEvent.change(screen.getByLabelText('Volume left'), { target: { value: 'half' } });
  fireEvent.click(screen.getByRole('button', { name: 'Set the level' }));
  expect(await screen.findByText(/“half” is not a figure/)).toBeTruthy();
});

test('the corner sheet has the corners as they lie on the car, and marks the driver’s side', () => {
  const chosen: string[] = [];
  const cell = (figure: string) => ({ figure, note: 'to do' });
  show(
    <CornerMap
      cells={{ FL: cell('4.'), FR: cell('3.'), RL: cell('2.'), RR: { ...cell('150 mL'), done: true } }}
      driverSide="right"
      onSelect={(c) => chosen.push(c)}
    />,
  );
  expect(screen.getAllByRole('button').map((b) => b.getAttribute('aria-label'))).toEqual([
    'left front: 4. to do',
    'left rear: 2. to do',
    'right front: 3. to do',
    'right rear: 150 mL to do',
  ]);
  fireEvent.click(screen.getByRole('button', { name: /^right rear/ }));
  expect(chosen).toEqual(['RR']);
  expect(screen.getByText('driver right')).toBeTruthy();
});
