import { getDocument, GlobalWorkerOptions, type PDFDocumentProxy } from 'pdfjs-dist';
import worker from 'pdfjs-dist/build/pdf.worker.min.mjs?url';

GlobalWorkerOptions.workerSrc = worker;

/** Opens a PDF of ours for drawing; scripts in it are never run. */
export const openPdf = (address: string): Promise<PDFDocumentProxy> =>
  getDocument({ url: address, isEvalSupported: false, enableXfa: false }).promise;
