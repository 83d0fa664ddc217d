import PDFDocument from 'pdfkit';

const font = (file: string): string => require.resolve(`@expo-google-fonts/barlow/${file}`);

export const MARGIN = 42;
export const INK = '#000000';

/** A document with the shop's letters, and the bytes that it becomes. */
export function begin(
  title: string,
  author: string,
  size: 'A4' | 'letter' = 'A4',
): { doc: PDFKit.PDFDocument; bytes: Promise<Buffer> } {
  const doc = new PDFDocument({
    size: size === 'A4' ? 'A4' : 'LETTER',
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
