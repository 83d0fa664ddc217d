import type { ServiceSheet } from '@calvik/words/documents';
import { drawCorners } from './corners';
import { INK, MARGIN, begin, finish, rule as ruleOf } from './document';

export interface SheetPhoto {
  caption: string;
  bytes: Buffer;
}

/**
 * A service sheet as a PDF on A4: ink on white, nothing that a photocopier would lose.
 * @param photos JPEG or PNG
 */
export function sheetPdf(sheet: ServiceSheet, photos: readonly SheetPhoto[] = []): Promise<Buffer> {
  const { doc, bytes } = begin(`${sheet.title}, ${sheet.car}`, sheet.shop);
  const width = doc.page.width - 2 * MARGIN;
  const rule = (weight: number): void => ruleOf(doc, weight);

  doc.font('bold').fontSize(20).text(sheet.title);
  doc.font('text').fontSize(11).text(sheet.shop);
  doc.moveDown(0.4);
  rule(1.2);
  doc.moveDown(0.4);
  for (const [name, value] of [
    ['Car', [sheet.car, sheet.plate].filter(Boolean).join(', ')],
    ['Customer', sheet.customer],
    ['Event', sheet.event],
    ['Date', sheet.date],
  ] as const) {
    if (value) doc.font('bold').text(`${name}: `, { continued: true }).font('text').text(value);
  }
  doc.moveDown(0.5);
  const boxTop = doc.y;
  doc
    .font('bold')
    .fontSize(13)
    .text(sheet.statusLine, MARGIN + 8, boxTop + 6, { width: width - 16 });
  doc
    .lineWidth(sheet.status === 'released' ? 1 : 2.5)
    .rect(MARGIN, boxTop, width, doc.y - boxTop + 6)
    .stroke();
  doc.x = MARGIN;
  doc.y += 14;
  drawCorners(doc, sheet.corners);

  for (const { title, lines, table } of sheet.sections) {
    if (doc.y > doc.page.height - 130) doc.addPage();
    doc.font('bold').fontSize(12).text(title, MARGIN);
    rule(0.8);
    doc.moveDown(0.35);
    doc.font('text').fontSize(10);
    for (const line of lines) doc.text(`–  ${line}`, MARGIN, doc.y, { width, indent: 0, lineGap: 1.5 });
    if (table) {
      doc.moveDown(lines.length > 0 ? 0.3 : 0);
      doc.fontSize(9);
      doc.table({
        rowStyles: (row: number) => ({ border: { bottom: row === 0 ? 1 : 0.4 }, borderColor: INK, padding: 3 }),
        defaultStyle: { border: 0 },
        data: [table.head.map((text) => ({ text, font: { src: 'bold' } })), ...table.rows],
      } as never);
      doc.font('text');
    }
    doc.x = MARGIN;
    doc.moveDown(0.8);
  }

  for (const photo of photos) {
    if (doc.y > doc.page.height - 280) doc.addPage();
    doc.font('text').fontSize(9).text(photo.caption, MARGIN);
    doc.image(photo.bytes, MARGIN, doc.y + 2, { fit: [260, 200] });
    doc.y += 210;
  }

  if (doc.y > doc.page.height - 120) doc.addPage();
  doc.moveDown(0.6);
  doc
    .font('text')
    .fontSize(10)
    .text(`Signed: ${sheet.signature || '____________________'}`, MARGIN);
  doc.moveDown(0.4);
  doc.fontSize(9).text(sheet.caution, { width });

  finish(doc, `${sheet.shop}   ${sheet.car}`);
  return bytes;
}
