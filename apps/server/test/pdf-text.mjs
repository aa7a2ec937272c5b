/** Text of a PDF from its standard input, page by page, with a reader that had no part in writing it. */
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

const parts = [];
for await (const part of process.stdin) parts.push(part);
const pdf = await getDocument({ data: new Uint8Array(Buffer.concat(parts)), verbosity: 0 }).promise;
const pages = [];
for (let n = 1; n <= pdf.numPages; n++) {
  const { items } = await (await pdf.getPage(n)).getTextContent();
  pages.push(items.map((i) => i.str + (i.hasEOL ? '\n' : '')).join(''));
}
process.stdout.write(JSON.stringify(pages));
