import PDFDocument from 'pdfkit';
import type { ServiceSheet } from '@calvik/core';

const font = (file: string): string => require.resolve(`@expo-google-fonts/barlow/${file}`);
const REGULAR = font('400Regular/Barlow_400Regular.ttf');
const BOLD = font('600SemiBold/Barlow_600SemiBold.ttf');

const MARGIN = 42;
const GREY = '#000000';

export interface SheetPhoto {
  caption: string;
  bytes: Buffer;
}

/**
 * A service sheet as a PDF on A4: ink on white, nothing that a photocopier would lose.
 * @param photos JPEG or PNG
 */
export function sheetPdf(sheet: ServiceSheet, photos: readonly SheetPhoto[] = []): Promise<Buffer> {
  const doc = new PDFDocument({
    size: 'A4',
    margins: { top: MARGIN, bottom: MARGIN + 14, left: MARGIN, right: MARGIN },
    bufferPages: true,
    info: { Title: `${sheet.title}, ${sheet.car}`, Author: sheet.shop },
  });
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  const finished = new Promise<Buffer>((done, fail) => {
    doc.on('end', () => done(Buffer.concat(chunks)));
    doc.on('error', fail);
  });
  doc.registerFont('text', REGULAR);
  doc.registerFont('bold', BOLD);
  const width = doc.page.width - 2 * MARGIN;
  const rule = (weight: number): void => {
    doc
      .moveTo(MARGIN, doc.y)
      .lineTo(MARGIN + width, doc.y)
      .lineWidth(weight)
      .strokeColor(GREY)
      .stroke();
  };

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
        rowStyles: (row: number) => ({ border: { bottom: row === 0 ? 1 : 0.4 }, borderColor: GREY, padding: 3 }),
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

  const { start, count } = doc.bufferedPageRange();
  for (let page = start; page < start + count; page++) {
    doc.switchToPage(page);
    // The foot lies in the margin: without this a line there would begin a page of its own.
    doc.page.margins.bottom = 0;
    doc
      .font('text')
      .fontSize(8)
      .text(`${sheet.shop}   ${sheet.car}   ${page - start + 1} of ${count}`, MARGIN, doc.page.height - MARGIN, {
        width,
        lineBreak: false,
      });
  }
  doc.end();
  return finished;
}
