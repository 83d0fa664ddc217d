import type { WeekSheet } from '@calvik/words/documents';
import { MARGIN, type PaperSize, begin, finish, headOf } from './document';

const NAME_WIDTH = 70;

/** Weeks of the shop, a page each: days across, people down. */
export function weekPdf(weeks: readonly WeekSheet[], size: PaperSize): Promise<Buffer> {
  const [first] = weeks;
  const { doc, bytes } = begin(first?.title ?? 'Week', first?.shop ?? '', size, 'landscape');
  weeks.forEach((week, i) => {
    if (i > 0) doc.addPage();
    headOf(doc, week.title, week.shop, []);
    const width = doc.page.width - 2 * MARGIN;
    doc.font('text').fontSize(8);
    doc.table({
      position: { x: MARGIN, y: doc.y },
      columnStyles: [NAME_WIDTH, ...week.days.map(() => (width - NAME_WIDTH) / week.days.length)],
      rowStyles: (row) => (row === 0 ? { border: [0, 0, 1.5, 0] } : { border: [0, 0, 0.5, 0] }),
      data: [
        ['', ...week.days.map((d) => ({ text: [d.title, ...d.remarks].join('\n'), font: { src: 'bold', size: 9 } }))],
        ...week.people.map((person) => [
          { text: person.name, font: { src: 'bold', size: 9 } },
          ...person.days.map(({ jobs, absence }) => [...(absence ? [absence] : []), ...jobs].join('\n\n')),
        ]),
      ],
    });
  });
  finish(doc, first?.shop ?? '');
  return bytes;
}
