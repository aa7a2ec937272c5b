import { createRequire } from 'node:module';
import type { RecordSheet, SheetSection } from '@venula/core/formats';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';

interface Pdfmake {
  setFonts(fonts: object): void;
  setUrlAccessPolicy(policy: (url: string) => boolean): void;
  setLocalAccessPolicy(policy: (path: string) => boolean): void;
  createPdf(doc: TDocumentDefinitions): { getBuffer(): Promise<Buffer> };
}
const load = createRequire(import.meta.url);
const pdfmake = load('pdfmake') as Pdfmake;
const fonts = load('pdfmake/fonts/Roboto.js') as Record<string, Record<string, string>>;
const FONT_FILES = new Set(Object.values(fonts).flatMap((f) => Object.values(f)));
pdfmake.setFonts(fonts);
// Only its own fonts are ever read, whatever stands in a job.
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((path) => FONT_FILES.has(path));

export interface PdfHead {
  /** Its letterhead: the logo as PNG. */
  readonly shop: { readonly name: string; readonly address: string; readonly logo: Uint8Array | null };
  readonly number: number;
  readonly title: string;
  readonly version: number;
  /** ISO 8601. */
  readonly made: string;
  /** The wiring as drawn, SVG. */
  readonly wiring: string;
  readonly photos: readonly { readonly caption: string; readonly bytes: Uint8Array }[];
}

/** What comes from another thread is no Buffer any more. */
const base64 = (bytes: Uint8Array): string => Buffer.from(bytes).toString('base64');

/** The record of a job, then its photos, then the page for the tuner, as PDF. */
export async function recordPdf(sheet: RecordSheet, head: PdfHead): Promise<Buffer> {
  const name = `${String(head.number).padStart(4, '0')} ${head.title}`;
  const definition: TDocumentDefinitions = {
    info: { title: name, creator: 'Venula' },
    pageSize: 'LETTER',
    pageMargins: [46, 54, 46, 50],
    defaultStyle: { font: 'Roboto', fontSize: 9.5, lineHeight: 1.15 },
    footer: (page, pages) => ({
      text: `${name} · plan version ${head.version} · ${head.made.slice(0, 10)} · page ${page} of ${pages}`,
      alignment: 'center',
      fontSize: 8,
      margin: [0, 14, 0, 0],
    }),
    content: [
      title(head.shop, 'Fuel system record', name),
      ...sheet.record.map(section),
      signatures(),
      {
        // Wider than tall: across the page.
        pageBreak: 'before',
        pageOrientation: 'landscape',
        stack: [
          { text: 'Wiring as drawn', bold: true, fontSize: 12, margin: [0, 0, 0, 6] },
          { svg: head.wiring.replaceAll('sans-serif', 'Roboto'), fit: [690, 450] },
        ],
      },
      ...pictures(head.photos),
      title(head.shop, 'For the tuner', name, true),
      ...sheet.tuner.map(section),
    ],
  };
  return pdfmake.createPdf(definition).getBuffer();
}

const title = (shop: PdfHead['shop'], what: string, name: string, ahead = false): Content => ({
  columns: [
    {
      width: '*',
      stack: [
        { text: `${shop.name} · ${what}`, fontSize: 9, color: '#555555' },
        { text: name, fontSize: 18, bold: true },
        ...(shop.address ? [{ text: shop.address, fontSize: 8, color: '#555555' }] : []),
      ],
    },
    ...(shop.logo
      ? [
          {
            width: 130,
            image: `data:image/png;base64,${base64(shop.logo)}`,
            fit: [130, 44] as [number, number],
            alignment: 'right' as const,
          },
        ]
      : []),
  ],
  columnGap: 16,
  margin: [0, 0, 0, 6],
  ...(ahead ? { pageBreak: 'before' as const, pageOrientation: 'portrait' as const } : {}),
});

function section({ title: heading, lines, table }: SheetSection): Content {
  return {
    margin: [0, 8, 0, 0],
    stack: [
      { text: heading, bold: true, fontSize: 12, margin: [0, 0, 0, 3] },
      ...(lines ?? []).map((text): Content => ({ text, margin: [0, 1, 0, 1], preserveLeadingSpaces: true })),
      ...(table && table.rows.length > 0
        ? [
            {
              layout: 'lightHorizontalLines' as const,
              table: {
                headerRows: table.head.some((h) => h !== '') ? 1 : 0,
                widths: table.head.map((_, i) => (i === table.head.length - 1 ? '*' : 'auto')),
                body: [
                  ...(table.head.some((h) => h !== '')
                    ? [table.head.map((text) => ({ text, bold: true, color: '#555555' }))]
                    : []),
                  ...table.rows.map((row) => row.map((text) => ({ text }))),
                ],
              },
            },
          ]
        : []),
    ],
  };
}

const signatures = (): Content => ({
  margin: [0, 34, 0, 0],
  columnGap: 24,
  columns: ['Technician', 'Lead technician', 'Customer'].map((who) => ({
    stack: [
      { canvas: [{ type: 'line' as const, x1: 0, y1: 0, x2: 150, y2: 0, lineWidth: 1 }] },
      { text: `${who}, date`, fontSize: 8, margin: [0, 3, 0, 0] as [number, number, number, number] },
    ],
  })),
});

const pictures = (photos: PdfHead['photos']): Content[] =>
  photos.map(({ caption, bytes }, i) => ({
    ...(i % 2 === 0 ? { pageBreak: 'before' as const, pageOrientation: 'portrait' as const } : {}),
    margin: [0, 0, 0, 14],
    stack: [
      { image: `data:image/jpeg;base64,${base64(bytes)}`, fit: [510, 300] },
      { text: caption || 'Photo', margin: [0, 3, 0, 0] },
    ],
  }));
