import type { WorkListSheet } from '@calvik/words/documents';
import { MARGIN, type PaperSize, begin, finish, headOf, rule, tickLine } from './document';

/** A work list car by car, a box to tick for each piece of work. */
export function workListPdf(sheet: WorkListSheet, size: PaperSize): Promise<Buffer> {
  const { doc, bytes } = begin(sheet.title, sheet.shop, size);
  headOf(doc, sheet.title, sheet.shop, sheet.remarks);
  if (sheet.cars.length === 0) doc.font('text').fontSize(14).text('No car is booked.');
  for (const { car, about, work } of sheet.cars) {
    if (doc.y > doc.page.height - 140) doc.addPage();
    doc.font('bold').fontSize(15).text(car, MARGIN);
    rule(doc, 1);
    if (about)
      doc
        .font('text')
        .fontSize(10)
        .text(about, MARGIN, doc.y + 2);
    doc.moveDown(0.3);
    if (work.length === 0) doc.font('text').fontSize(11).text('Nothing to do.', MARGIN);
    for (const line of work) tickLine(doc, 0, line);
    doc.x = MARGIN;
    doc.moveDown(0.5);
  }
  finish(doc, `${sheet.shop}   ${sheet.title}`);
  return bytes;
}
