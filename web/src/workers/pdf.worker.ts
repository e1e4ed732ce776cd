import type { ReportDocument } from '@nodaxis/core/reports/document';
import { expose } from 'comlink';
import type { PdfMake } from 'pdfmake/build/pdfmake';
import bold from '@fontsource/source-sans-3/files/source-sans-3-latin-600-normal.woff?url';
import mono from '@fontsource/source-code-pro/files/source-code-pro-latin-400-normal.woff?url';
import regular from '@fontsource/source-sans-3/files/source-sans-3-latin-400-normal.woff?url';

/** Points. */
const SIZE = { title: 22, heading: 13, text: 9, table: 7.6 };
const A4_WIDTH = 595 - 2 * 40;
const A4_HEIGHT = 842 - 2 * 44;
const CELL_PADDING = 8;
/** 210 mm. */
const A4_POINTS = (210 * 72) / 25.4;

const base64 = (bytes: Uint8Array): string => {
  let text = '';
  for (let i = 0; i < bytes.length; i += 0x8000) text += String.fromCharCode(...bytes.subarray(i, i + 0x8000));
  return btoa(text);
};

/** What the shipped font has no sign for, in words that it has. */
const spelled: Record<string, string> = {
  '√': 'root of ',
  '⌀': 'dia. ',
  '→': 'to',
  Ω: 'Ohm',
  '≤': 'at most ',
  '≥': 'at least ',
  '⅓': '1/3',
  π: 'pi',
  '∞': 'endless',
  η: 'eff.',
  φ: 'phi',
  Δ: 'change of ',
  μ: 'µ',
};
/** A drawing that fills a page of its own. */
export interface ReportDrawing {
  svg: string;
}

const plain = (text: string): string => text.replace(/[√⌀→Ω≤≥⅓π∞ηφΔμ]/g, (c) => spelled[c]!);

/** Brings the fonts that ship with the application. */
async function withFonts(pdfMake: PdfMake): Promise<void> {
  const load = async (url: string) => base64(new Uint8Array(await (await fetch(url)).arrayBuffer()));
  pdfMake.addVirtualFileSystem({
    'regular.woff': await load(regular),
    'bold.woff': await load(bold),
    'mono.woff': await load(mono),
  });
  pdfMake.addFonts({
    Sans: { normal: 'regular.woff', bold: 'bold.woff', italics: 'regular.woff', bolditalics: 'bold.woff' },
    Code: { normal: 'mono.woff', bold: 'mono.woff', italics: 'mono.woff', bolditalics: 'mono.woff' },
  });
}

const pdf = {
  /** A report as a PDF; `onProgress` hears the share of it that is laid out. To stop it, end the worker. */
  async make(
    report: ReportDocument,
    drawings: readonly ReportDrawing[],
    onProgress: (share: number) => void,
  ): Promise<Uint8Array<ArrayBuffer>> {
    const { default: pdfMake } = await import('pdfmake/build/pdfmake');
    onProgress(0.1);
    await withFonts(pdfMake);
    onProgress(0.2);
    const content = report.sections.flatMap((s, i) => {
      const { table } = s;
      const shares = table?.widths ?? table?.head.map(() => 1) ?? [];
      const whole = shares.reduce((a, b) => a + b, 0);
      const usable = A4_WIDTH - shares.length * CELL_PADDING;
      return [
        {
          text: plain(s.heading),
          fontSize: SIZE.heading,
          bold: true,
          margin: [0, i ? 14 : 6, 0, 4],
          ...(s.newPage ? { pageBreak: 'before' as const } : {}),
        },
        ...(s.paragraphs ?? []).map((text) => ({ text: plain(text), margin: [0, 0, 0, 4] })),
        ...(table
          ? [
              {
                fontSize: SIZE.table,
                layout: 'lightHorizontalLines',
                table: {
                  headerRows: 1,
                  keepWithHeaderRows: 1,
                  dontBreakRows: true,
                  widths: shares.map((w) => (w / whole) * usable),
                  body: [
                    table.head.map((text) => ({ text: plain(text), bold: true })),
                    ...table.rows.map((r) =>
                      r.map((text, k) => ({
                        text: plain(text),
                        ...(table.right?.includes(k) ? { alignment: 'right' as const } : {}),
                      })),
                    ),
                  ],
                },
              },
            ]
          : []),
      ];
    });
    const made = pdfMake.createPdf({
      pageSize: 'A4',
      pageMargins: [40, 44, 40, 44],
      defaultStyle: { font: 'Sans', fontSize: SIZE.text, color: '#1E2A32' },
      info: { title: report.title },
      footer: (page: number, pages: number) => ({
        columns: [report.title, { text: `${page} / ${pages}`, alignment: 'right' }],
        margin: [40, 12, 40, 0],
        fontSize: 8,
        color: '#55626B',
      }),
      content: [
        { text: report.title, fontSize: SIZE.title, bold: true },
        ...report.lines.map((text) => ({ text, color: '#55626B', margin: [0, 2, 0, 0] })),
        ...content,
        ...drawings.map(({ svg }) => ({
          svg: plain(svg),
          fit: [A4_HEIGHT, A4_WIDTH - 20],
          pageBreak: 'before',
          pageOrientation: 'landscape',
        })),
      ],
    });
    onProgress(0.4);
    const buffer: Uint8Array = await made.getBuffer();
    onProgress(1);
    return new Uint8Array(buffer);
  },
  /** Drawings of 1:1, one to a sheet of A4: nothing of them is scaled. */
  async sheets(
    title: string,
    drawings: readonly string[],
    onProgress: (share: number) => void,
  ): Promise<Uint8Array<ArrayBuffer>> {
    const { default: pdfMake } = await import('pdfmake/build/pdfmake');
    await withFonts(pdfMake);
    onProgress(0.3);
    const made = pdfMake.createPdf({
      pageSize: 'A4',
      pageMargins: 0,
      defaultStyle: { font: 'Sans' },
      info: { title },
      content: drawings.map((svg, i) => ({
        svg: plain(svg).replaceAll('font-family:sans-serif', 'font-family:Sans'),
        width: A4_POINTS,
        ...(i ? { pageBreak: 'before' } : {}),
      })),
    });
    const buffer: Uint8Array = await made.getBuffer();
    onProgress(1);
    return new Uint8Array(buffer);
  },
};
export type PdfMaker = typeof pdf;
expose(pdf);
