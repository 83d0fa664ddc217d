/** What sheets have in common: head, status, sections with tables, photos, signature. */
import type { SheetSection } from '@calvik/words/documents';
import { INK, MARGIN, rule } from './document';

type Doc = PDFKit.PDFDocument;

export interface SheetPhoto {
  caption: string;
  bytes: Buffer;
}

const widthOf = (doc: Doc): number => doc.page.width - 2 * MARGIN;

export interface SheetHead {
  title: string;
  shop: string;
  car: string;
  plate: string;
  customer: string;
  event?: string;
  date: string;
  statusLine: string;
}

/** Title, what it is about, and the status in a box. @param isGood a thin frame, not a thick one */
export function writeHead(doc: Doc, sheet: SheetHead, isGood: boolean): void {
  const width = widthOf(doc);
  doc.font('bold').fontSize(20).text(sheet.title);
  doc.font('text').fontSize(11).text(sheet.shop);
  doc.moveDown(0.4);
  rule(doc, 1.2);
  doc.moveDown(0.4);
  for (const [name, value] of [
    ['Car', [sheet.car, sheet.plate].filter(Boolean).join(', ')],
    ['Customer', sheet.customer],
    ['Event', sheet.event ?? ''],
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
    .lineWidth(isGood ? 1 : 2.5)
    .rect(MARGIN, boxTop, width, doc.y - boxTop + 6)
    .stroke();
  doc.x = MARGIN;
  doc.y += 14;
}

export function writeSections(doc: Doc, sections: readonly SheetSection[]): void {
  const width = widthOf(doc);
  for (const { title, lines, table } of sections) {
    if (doc.y > doc.page.height - 130) doc.addPage();
    doc.font('bold').fontSize(12).text(title, MARGIN);
    rule(doc, 0.8);
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
}

export function writePhotos(doc: Doc, photos: readonly SheetPhoto[]): void {
  for (const photo of photos) {
    if (doc.y > doc.page.height - 280) doc.addPage();
    doc.font('text').fontSize(9).text(photo.caption, MARGIN);
    doc.image(photo.bytes, MARGIN, doc.y + 2, { fit: [260, 200] });
    doc.y += 210;
  }
}

export function writeSignature(doc: Doc, { signature, caution }: { signature: string; caution: string }): void {
  if (doc.y > doc.page.height - 120) doc.addPage();
  doc.moveDown(0.6);
  doc
    .font('text')
    .fontSize(10)
    .text(`Signed: ${signature || '____________________'}`, MARGIN);
  doc.moveDown(0.4);
  doc.fontSize(9).text(caution, { width: widthOf(doc) });
}
