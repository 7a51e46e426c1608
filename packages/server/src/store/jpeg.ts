/** Codes of JPEG (ISO/IEC 10918-1, table B.1) that are looked at. */
const [MARK, START, END, SCAN] = [0xff, 0xd8, 0xd9, 0xda];
const [TABLES_HUFFMAN, TABLES_QUANTISING, RESTARTS] = [0xc4, 0xdb, 0xdd];
const [JFIF, PROFILE, TRANSFORM] = [0xe0, 0xe2, 0xee];
/** Larger to a side than any photo that is scaled down to be kept, px: what claims more would be unpacked into gigabytes. */
export const MOST_PX = 8192;

/** Frames C0 to CF but for three codes that are none. */
const isFrame = (kind: number): boolean => kind >= 0xc0 && kind <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(kind);
/** JFIF without a small picture in it is just as long. */
const BARE_JFIF = 16;

/** True of a segment that the picture is drawn from, its colours included; all others tell of where, when and by whom. */
function isDrawnFrom(kind: number, segment: Buffer): boolean {
  const begins = (name: string): boolean => segment.subarray(4, 4 + name.length).toString('latin1') === name;
  if (kind === JFIF) return begins('JFIF\0') && segment.length <= BARE_JFIF + 2;
  if (kind === PROFILE) return begins('ICC_PROFILE\0');
  if (kind === TRANSFORM) return begins('Adobe');
  return isFrame(kind) || [TABLES_HUFFMAN, TABLES_QUANTISING, RESTARTS, SCAN].includes(kind);
}

/** Where the data of a scan end: at the next mark that is neither a stuffed byte nor a restart. */
function endOfScan(jpeg: Buffer, from: number): number {
  for (let at = jpeg.indexOf(MARK, from); at >= 0; at = jpeg.indexOf(MARK, at + 1)) {
    const next = jpeg[at + 1] ?? 0;
    if (next !== 0 && next !== MARK && (next < 0xd0 || next > 0xd7)) return at;
  }
  return jpeg.length;
}

/**
 * A JPEG of just what the picture is drawn from: nothing of what stands before it, between its scans or behind its end. Null where it
 * is no whole JPEG, or its header claims more than {@link MOST_PX} to a side.
 */
export function pictureAlone(jpeg: Buffer): Buffer | null {
  if (jpeg[0] !== MARK || jpeg[1] !== START) return null;
  const kept: Buffer[] = [jpeg.subarray(0, 2)];
  let [at, hasFrame, hasScan] = [2, false, false];
  while (at + 2 <= jpeg.length) {
    const kind = jpeg[at + 1] ?? 0;
    if (jpeg[at] !== MARK) return null;
    if (kind === END) return hasFrame && hasScan ? Buffer.concat([...kept, Buffer.from([MARK, END])]) : null;
    // Marks may be filled up from the left.
    if (kind === MARK) {
      at++;
      continue;
    }
    if (at + 4 > jpeg.length) return null;
    const behind = at + 2 + jpeg.readUInt16BE(at + 2);
    if (behind > jpeg.length) return null;
    const segment = jpeg.subarray(at, behind);
    if (isFrame(kind)) {
      if (segment.length < 9 || Math.max(segment.readUInt16BE(5), segment.readUInt16BE(7)) > MOST_PX) return null;
      hasFrame = true;
    }
    const next = kind === SCAN ? endOfScan(jpeg, behind) : behind;
    if (kind === SCAN) hasScan = true;
    if (isDrawnFrom(kind, segment)) kept.push(jpeg.subarray(at, next));
    at = next;
  }
  return null;
}
