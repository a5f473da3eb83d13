declare module 'pdfmake' {
  interface FontFiles {
    normal: string;
    bold: string;
    italics: string;
    bolditalics: string;
  }
  const pdfmake: {
    setFonts(fonts: Record<string, FontFiles>): void;
    setUrlAccessPolicy(policy: (url: string) => boolean): void;
    setLocalAccessPolicy(policy: (path: string) => boolean): void;
    createPdf(definition: object): { getBuffer(): Promise<Buffer> };
  };
  export default pdfmake;
}
