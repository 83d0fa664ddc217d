import type { SheetBar, SheetCorner } from '@calvik/words/documents';
import { INK, MARGIN } from './document';

const ROW = 24;
const LABEL = 48;
const BAR = 168;
const HEIGHT = 9;

/** Where a reading lies on a bar, 0 at the left (new) to 1 at the right (worn out), with a third of the way kept for what is beyond the limit. */
export function shareOfBar(mm: number, { newMm, limitMm }: NonNullable<SheetBar['scale']>): number {
  const end = limitMm - (newMm - limitMm) * 0.35;
  return Math.min(1, Math.max(0, (newMm - mm) / (newMm - end)));
}

/** One limit bar: a rule from new to worn out, a notch at the limit, the forbidden stretch hatched, the reading as a tick. Black on white. */
function bar(doc: PDFKit.PDFDocument, { label, text, scale }: SheetBar, x: number, y: number): void {
  doc.font('bold').fontSize(8.5).fillColor(INK).text(label, x, y, { width: LABEL, lineBreak: false });
  const left = x + LABEL;
  if (scale) {
    const limitX = left + shareOfBar(scale.limitMm, scale) * BAR;
    doc.lineWidth(0.7).strokeColor(INK).rect(left, y, BAR, HEIGHT).stroke();
    doc
      .save()
      .rect(limitX, y, left + BAR - limitX, HEIGHT)
      .clip();
    for (let from = limitX - HEIGHT; from < left + BAR; from += 3)
      doc
        .moveTo(from, y + HEIGHT)
        .lineTo(from + HEIGHT, y)
        .lineWidth(0.5)
        .stroke();
    doc.restore();
    doc
      .moveTo(limitX, y - 2)
      .lineTo(limitX, y + HEIGHT)
      .lineWidth(1)
      .stroke();
    if (scale.readingMm !== null) {
      const at = left + shareOfBar(scale.readingMm, scale) * BAR;
      doc.rect(at - 1.4, y - 3, 2.8, HEIGHT + 6).fill(INK);
    }
  }
  doc
    .font('text')
    .fontSize(8)
    .fillColor(INK)
    .text(text, left, y + HEIGHT + 2, { width: 170, lineBreak: false });
}

/** The four corners as they lie on the car, front up, each with its limit bars. Leaves the pen under the drawing. */
export function drawCorners(doc: PDFKit.PDFDocument, corners: readonly SheetCorner[]): void {
  const width = doc.page.width - 2 * MARGIN;
  const column = width / 2;
  const top = doc.y;
  const height = Math.max(...corners.map((c) => c.bars.length)) * ROW + 24;
  corners.forEach(({ name, bars }, i) => {
    const x = MARGIN + (i % 2) * column;
    const y = top + Math.floor(i / 2) * (height + 6);
    doc
      .lineWidth(0.8)
      .strokeColor(INK)
      .rect(x, y, column - 6, height)
      .stroke();
    doc
      .font('bold')
      .fontSize(9.5)
      .text(name, x + 6, y + 4, { lineBreak: false });
    bars.forEach((b, n) => bar(doc, b, x + 6, y + 21 + n * ROW));
  });
  doc.x = MARGIN;
  doc.y = top + 2 * (height + 6) + 6;
}
