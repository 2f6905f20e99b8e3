declare module 'pdfmake/src/printer.js' {
  import type { TDocumentDefinitions, TFontDictionary } from 'pdfmake/interfaces';
  export default class PdfPrinter {
    constructor(fonts: TFontDictionary);
    createPdfKitDocument(definition: TDocumentDefinitions): NodeJS.EventEmitter & { end(): void };
  }
}
