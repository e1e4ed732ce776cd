/** The part of pdfmake that is used here; the package brings no types of its own. */
declare module 'pdfmake/build/pdfmake' {
  export interface PdfMake {
    addVirtualFileSystem(files: Record<string, string>): void;
    addFonts(fonts: Record<string, { normal: string; bold: string; italics: string; bolditalics: string }>): void;
    createPdf(definition: object): { getBuffer(): Promise<Uint8Array> };
  }
  const pdfMake: PdfMake;
  export default pdfMake;
}
