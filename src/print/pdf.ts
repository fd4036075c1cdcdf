/** A document as the bytes of a PDF. */
import { type DocumentProps, renderToBuffer } from "@react-pdf/renderer";
import type { ReactElement } from "react";

export const pdfOf = async (document: ReactElement<DocumentProps>): Promise<Uint8Array<ArrayBuffer>> =>
  new Uint8Array(await renderToBuffer(document));
