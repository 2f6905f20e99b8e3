declare module 'pdfmake/src/qrEnc.js' {
  interface Drawn {
    _width: number;
    _canvas: { x: number; y: number; w: number; h: number; color: string }[];
  }
  const encoder: { measure(node: { qr: string; fit?: number }): Drawn };
  export default encoder;
}
