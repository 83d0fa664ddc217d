/** Pictures of the lead's evening: what a change breaks before it is saved, two versions of one event, a table that is read in. */
export async function eveningPictures({ shoot, changes, url }) {
  const event = changes.find((c) => c.collection === 'events' && c.body.name === 'Dunvarrel two-day').body;
  const lead = changes.find((c) => c.collection === 'crew' && c.body.role === 'lead').body.id;
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
  await shoot('two-versions', PHONE, `/events/${event.id}/edit`, {
    act: async (page) => {
      await field(page, 'Notes').fill('Gate opens at 6:30');
      // Meanwhile somebody else saves.
      await page.route('**/api/changes**', () => undefined);
      await fetch(`${url}/api/events/${event.id}`, {
        method: 'PUT',
        headers: {
          'Content-Type': 'application/json',
          'Calvik-Saved-By': lead,
          'Calvik-Saved-At': new Date().toISOString(),
        },
        body: JSON.stringify({ ...event, notes: 'Paddock 4, power on the left' }),
      });
      await button(page, 'Save event').click();
      await page.getByText(/ saved this on /).waitFor();
    },
  });
}

const PHONE = { width: 390, height: 844 };
