/** Pictures of the event that goes on today in the demo shop. */
const PHONE = { width: 390, height: 844 };
const WIDE = { width: 1280, height: 800 };

/** @param shoot takes one picture of a page */
export async function trackPictures({ shoot, idOf }) {
  const day = `/events/${idOf('events', 'Pellmoor club day')}`;
  const tessaro = idOf('cars', 'Lunde-Orr Tessaro');
  const press = (page, name) => page.getByRole('button', { name, exact: true }).click();
  await shoot('event-day', PHONE, `${day}/day`);
  const timed = (page) =>
    page
      .getByTestId('back-by')
      .first()
      .getByText(/^\d\d:\d\d$/)
      .waitFor();
  await shoot('queue', PHONE, `${day}/queue`, { act: timed });
  await shoot('queue-afternoon', WIDE, `${day}/queue`, { act: timed });
  await shoot('cost', PHONE, `/cars/${tessaro}/cost`);
  await shoot('wear', PHONE, `/cars/${tessaro}/wear?event=${idOf('events', 'Skarrow closing sprint')}`, {
    act: (page) => page.getByTestId('wear-chart-front-pads').scrollIntoViewIfNeeded(),
  });
  await shoot('condition', PHONE, `/cars/${idOf('cars', 'Brandreth Brennick')}/condition`);
  await shoot('session-look', PHONE, `${day}/day`, {
    act: async (page) => {
      await press(page, 'Lunde-Orr Tessaro: Look it over');
      for (const corner of ['FL', 'FR']) {
        await press(page, 'Read with the pyrometer');
        await page.getByText(new RegExp(`60 s after the stop.*${corner}`)).waitFor();
      }
    },
  });
  await shoot('diagnosis', PHONE, `/cars/${tessaro}/diagnosis?signs=pulls,cornerHot`, {
    act: async (page) => {
      await press(page, 'Begin with the first check');
      await page.getByTestId('next-check').waitFor();
      await page.getByRole('checkbox', { name: 'There is: Wheels off' }).click();
    },
  });
}
