import type { RunSheet } from '@calvik/words/documents';
import { MARGIN, type PaperSize, begin, finish, headOf, rule, tickLine } from './document';

/** A day's run sheet for the wall: large times, a box to tick for each piece of work, black on white. */
export function runSheetPdf(sheet: RunSheet, size: PaperSize): Promise<Buffer> {
  const { doc, bytes } = begin(sheet.title, sheet.shop, size);
  const width = doc.page.width - 2 * MARGIN;
  headOf(doc, sheet.title, sheet.shop, sheet.remarks);
  if (sheet.people.length === 0) doc.font('text').fontSize(14).text('Nothing is planned for this day.');
  for (const person of sheet.people) {
    if (doc.y > doc.page.height - 160) doc.addPage();
    doc.font('bold').fontSize(17).text(person.name, MARGIN);
    rule(doc, 1);
    if (person.tools.length > 0)
      doc
        .font('text')
        .fontSize(10)
        .text(`Tools for the day: ${person.tools.join('; ')}`, MARGIN, doc.y + 2, { width });
    doc.moveDown(0.35);
    for (const job of person.jobs) {
      const needed = 44 + job.work.length * 17;
      if (doc.y > doc.page.height - MARGIN - 14 - needed) doc.addPage();
      const top = doc.y;
      doc.font('bold').fontSize(14).text(job.time, MARGIN, top, { width: 90 });
      doc
        .font('bold')
        .fontSize(14)
        .text(`${job.car}${job.plate ? `, ${job.plate}` : ''}`, MARGIN + 96, top, { width: width - 200 });
      const afterCar = doc.y;
      if (job.lift)
        doc
          .font('bold')
          .fontSize(12)
          .text(job.lift, MARGIN + width - 100, top + 1, { width: 100, align: 'right' });
      doc
        .font('text')
        .fontSize(10)
        .text([job.what, job.customer, job.event].filter(Boolean).join('  ·  '), MARGIN + 96, afterCar, {
          width: width - 96,
        });
      if (job.tools.length > 0)
        doc.fontSize(9.5).text(`Tools: ${job.tools.join('; ')}`, MARGIN + 96, doc.y + 1, { width: width - 96 });
      doc.y += 3;
      for (const line of job.work) tickLine(doc, 98, line);
      doc.moveDown(0.5);
    }
    doc.x = MARGIN;
    doc.moveDown(0.3);
  }
  finish(doc, `${sheet.shop}   ${sheet.title}`);
  return bytes;
}
