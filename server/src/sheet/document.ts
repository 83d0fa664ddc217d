import PDFDocument from 'pdfkit';

const font = (file: string): string => require.resolve(`@expo-google-fonts/barlow/${file}`);

export const MARGIN = 42;
export const INK = '#000000';

export type PaperSize = 'A4' | 'letter';

/** A document with the shop's letters, and the bytes that it becomes. */
export function begin(
  title: string,
  author: string,
  size: PaperSize = 'A4',
  layout: 'portrait' | 'landscape' = 'portrait',
): { doc: PDFKit.PDFDocument; bytes: Promise<Buffer> } {
  const doc = new PDFDocument({
    size: size === 'A4' ? 'A4' : 'LETTER',
    layout,
    margins: { top: MARGIN, bottom: MARGIN + 14, left: MARGIN, right: MARGIN },
    bufferPages: true,
    info: { Title: title, Author: author },
  });
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  const bytes = new Promise<Buffer>((done, fail) => {
    doc.on('end', () => done(Buffer.concat(chunks)));
    doc.on('error', fail);
  });
  doc.registerFont('text', font('400Regular/Barlow_400Regular.ttf'));
  doc.registerFont('bold', font('600SemiBold/Barlow_600SemiBold.ttf'));
  return { doc, bytes };
}

/** A line across the page. */
export function rule(doc: PDFKit.PDFDocument, weight: number): void {
  const width = doc.page.width - 2 * MARGIN;
  doc
    .moveTo(MARGIN, doc.y)
    .lineTo(MARGIN + width, doc.y)
    .lineWidth(weight)
    .strokeColor(INK)
    .stroke();
}

/** The head of a page for the wall: what it is, of which shop, and what else there is to say. */
export function headOf(doc: PDFKit.PDFDocument, title: string, shop: string, remarks: readonly string[]): void {
  doc.font('bold').fontSize(24).text(title);
  doc.font('text').fontSize(12).text(shop);
  doc.moveDown(0.3);
  rule(doc, 1.5);
  doc.moveDown(0.4);
  for (const remark of remarks) doc.font('bold').fontSize(12).text(remark);
  if (remarks.length > 0) doc.moveDown(0.5);
}

/** A line with a box to tick before it, ticked where it is done. @param indent of the box, from the margin */
export function tickLine(
  doc: PDFKit.PDFDocument,
  indent: number,
  { title, note, isDone = false }: { title: string; note: string; isDone?: boolean },
): void {
  const width = doc.page.width - 2 * MARGIN - indent - 16;
  doc.font('text').fontSize(11);
  const height = doc.heightOfString(note ? `${title}   ${note}` : title, { width });
  if (doc.y + height > doc.page.height - MARGIN - 14) doc.addPage();
  const y = doc.y;
  const left = MARGIN + indent;
  doc
    .rect(left, y + 2, 9, 9)
    .lineWidth(0.9)
    .strokeColor(INK)
    .stroke();
  if (isDone)
    doc
      .moveTo(left + 1.5, y + 7)
      .lineTo(left + 4, y + 9.5)
      .lineTo(left + 8, y + 3.5)
      .stroke();
  doc.text(title, left + 16, y, { width, continued: note !== '' });
  if (note) doc.fontSize(9.5).text(`   ${note}`);
  doc.y += 2;
}

/** Writes a foot under every page and closes the document. */
export function finish(doc: PDFKit.PDFDocument, foot: string): void {
  const width = doc.page.width - 2 * MARGIN;
  const { start, count } = doc.bufferedPageRange();
  for (let page = start; page < start + count; page++) {
    doc.switchToPage(page);
    // The foot lies in the margin: without this a line there would begin a page of its own.
    doc.page.margins.bottom = 0;
    doc
      .font('text')
      .fontSize(8)
      .text(`${foot}   ${page - start + 1} of ${count}`, MARGIN, doc.page.height - MARGIN, { width, lineBreak: false });
  }
  doc.end();
}
