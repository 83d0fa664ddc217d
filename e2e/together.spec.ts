import { button, deviceOf, link, pagesAreHere } from './people';
import { expect, test } from './test';

const EVENT = 'Dunvarrel midsummer';
interface Booking {
  id: string;
  eventId: string;
  carId: string;
  archived: boolean;
}

test(
  'several cars are booked as one: tapped twice, cut off, left at once, and all of them are there once',
  { tag: '@phone' },
  async ({ browser, shop, ids }) => {
    const event = ids[EVENT]!;
    const booked = async (): Promise<Booking[]> => {
      const { changes } = (await (await fetch(`${shop.url}/api/changes?limit=5000`)).json()) as {
        changes: { collection: string; body: Booking }[];
      };
      return changes.filter((c) => c.collection === 'bookings' && c.body.eventId === event).map((c) => c.body);
    };
    const before = await booked();
    const { page } = await deviceOf(browser, ids['Tove Loy']!);
    await page.goto(`/events/${event}`);
    await button(page, 'Book a car').click();
    const boxes = page.getByRole('checkbox', { name: / too$/ });
    const count = Math.min(3, await boxes.count());
    expect(count).toBeGreaterThan(1);
    for (let i = 0; i < count; i++) await boxes.nth(i).click();

    // The line is dead: what was sent never arrives.
    await page.route('**/api/batches', (route) => route.abort());
    const book = button(page, new RegExp(`^Book ${count} cars`));
    await book.dblclick();
    await expect(page.getByText(/1 entry .*|1 entry/).first()).toBeVisible();
    await page.goto('/');
    expect((await booked()).length).toBe(before.length);

    // It comes back: all of it goes out, once.
    await page.unroute('**/api/batches');
    await expect.poll(async () => (await booked()).length).toBe(before.length + count);
    const cars = (await booked()).map((b) => b.carId);
    expect(new Set(cars).size).toBe(cars.length);
    await pagesAreHere(page);
    await page.goto(`/events/${event}`);
    await expect(link(page, /: /).first()).toBeVisible();
  },
);
