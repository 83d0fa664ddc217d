import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** The words of a PDF, with single spaces. */
export async function pdfText(bytes: Uint8Array): Promise<string> {
  const document = await getDocument({ data: bytes, useSystemFonts: true, verbosity: 0 }).promise;
  let text = '';
  for (let n = 1; n <= document.numPages; n++) {
    const { items } = await (await document.getPage(n)).getTextContent();
    text += items.map((i) => ('str' in i ? i.str : '')).join(' ');
  }
  return text.replace(/\s+/g, ' ');
}
