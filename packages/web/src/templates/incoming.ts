import { createStore } from 'zustand/vanilla';
import { tooLargeAFile, LARGEST_FILE_BYTES, type Fault } from '@rapid-jig/core';

/** A drawing on its way into a template: byte for byte as it came, and as it is read. */
export interface IncomingDrawing {
  readonly fileName: string;
  readonly bytes: Uint8Array<ArrayBuffer>;
  readonly text: string;
}

export const drawingOf = (fileName: string, bytes: Uint8Array<ArrayBuffer>): IncomingDrawing => ({
  fileName,
  bytes,
  text: new TextDecoder().decode(bytes),
});

interface Incoming {
  readonly drawing: IncomingDrawing | null;
  readonly fault: Fault<string> | null;
}

/** The last drawing dropped or chosen; a file that cannot be taken leaves the one before in place. */
export const incoming = createStore<Incoming>(() => ({ drawing: null, fault: null }));

/** Takes the first of the files given, as text. */
export async function takeFile(files: FileList | null): Promise<boolean> {
  const file = files?.[0];
  if (!file) return false;
  if (file.size > LARGEST_FILE_BYTES) {
    incoming.setState({ fault: { ...tooLargeAFile(file.size), where: file.name } });
    return false;
  }
  incoming.setState({ drawing: drawingOf(file.name, new Uint8Array(await file.arrayBuffer())), fault: null });
  return true;
}
