/** Picture of the lead's evening: what a change breaks before it is saved. */
export async function eveningPictures({ shoot, changes }) {
  const event = changes.find((c) => c.collection === 'events' && c.body.name === 'Dunvarrel two-day').body;
  const button = (page, name) => page.getByRole('button', { name, exact: true });
  const field = (page, name) => page.getByRole('textbox', { name, exact: true });

  await shoot('what-it-breaks', PHONE, `/events/${event.id}/edit`, {
    act: async (page) => {
      await field(page, 'First day').fill(new Date(Date.now() + 86_400_000).toISOString().slice(0, 10));
      await page.keyboard.press('Tab');
      await button(page, 'Save event').click();
      await page.getByTestId('breaks').waitFor();
    },
  });
}

const PHONE = { width: 390, height: 844 };
