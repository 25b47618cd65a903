// Bytes as a run of codes, for a screen and a camera: any enough of them give the bytes back, in any
// order. A random linear fountain over GF(2) (M. Luby, LT codes, FOCS 2002, tells the idea; here each
// block is in or out with even odds, and the first ones are the blocks themselves). docs/pocket.md has the
// form, so that others can read it.

/** What a frame is called by. */
const MARK = "apodemosf1";
/** Bytes of a block: with its head a code of some 90 modules, which a camera reads from a phone. */
const BLOCK = 480;
/** The most that is shown: some minutes of it. */
const MOST = 120_000;

/**
 * Numbers from 0 to 2³²−1 after SplitMix (Steele, Lea and Flood 2014) in 32 bits; the same ones from the same
 * seed. A generator that is linear over GF(2), as xorshift is, gives no more than 32 frames that help.
 */
function random(seed: number): () => number {
  let x = seed >>> 0;
  return () => {
    x = (x + 0x9e3779b9) >>> 0;
    let z = x;
    z = Math.imul(z ^ (z >>> 16), 0x85ebca6b);
    z = Math.imul(z ^ (z >>> 13), 0xc2b2ae35);
    return (z ^ (z >>> 16)) >>> 0;
  };
}

/** Which of so many blocks are in a frame: one each at first, then about half of them. */
function blocksOf(frame: number, blocks: number): number[] {
  if (frame < blocks) return [frame];
  const next = random(Math.imul(frame + 1, 0x85ebca6b));
  const out: number[] = [];
  for (let i = 0; i < blocks; i++) if (next() & 0x10000) out.push(i);
  return out.length > 0 ? out : [frame % blocks];
}

/** CRC-32 (ISO 3309), so that one run is not taken for another and nothing wrong is taken for right. */
export function crc32(bytes: Uint8Array): number {
  let c = 0xffffffff;
  for (const b of bytes) {
    c ^= b;
    for (let i = 0; i < 8; i++) c = (c >>> 1) ^ (c & 1 ? 0xedb88320 : 0);
  }
  return (c ^ 0xffffffff) >>> 0;
}

const toText = (bytes: Uint8Array): string =>
  btoa(Array.from(bytes, (b) => String.fromCharCode(b)).join(""))
    .replaceAll("+", "-")
    .replaceAll("/", "_")
    .replaceAll("=", "");
const toBytes = (text: string): Uint8Array =>
  Uint8Array.from(atob(text.replaceAll("-", "+").replaceAll("_", "/")), (c) => c.charCodeAt(0));

/** The frames of some bytes; one for every number from 0. */
export function framesOf(bytes: Uint8Array): { blocks: number; frame: (n: number) => string } {
  if (bytes.length === 0 || bytes.length > MOST)
    throw new Error(`${bytes.length} bytes can’t be shown as codes. Use a file.`);
  const blocks = Math.ceil(bytes.length / BLOCK);
  const whole = new Uint8Array(blocks * BLOCK);
  whole.set(bytes);
  const head = `${MARK}.${crc32(bytes).toString(36)}.${bytes.length}`;
  return {
    blocks,
    frame: (n) => {
      const out = new Uint8Array(BLOCK);
      for (const b of blocksOf(n, blocks))
        for (let i = 0; i < BLOCK; i++) out[i] = (out[i] as number) ^ (whole[b * BLOCK + i] as number);
      return `${head}.${n}.${toText(out)}`;
    },
  };
}

interface Row {
  has: Uint8Array; // which blocks are in it, a byte each
  data: Uint8Array;
}

/** Takes frames in until there are enough. */
export class Gathering {
  private run = "";
  private length = 0;
  private blocks = 0;
  private rows: (Row | undefined)[] = []; // by the first block that is in it
  private known = 0;

  /** How much of it is there, from 0 to 1. */
  get share(): number {
    return this.blocks === 0 ? 0 : this.known / this.blocks;
  }

  /** Takes in what a code says. False if it is not a frame. A frame of another run starts over. */
  take(text: string): boolean {
    const m = /^apodemosf1\.([0-9a-z]{1,7})\.(\d{1,7})\.(\d{1,7})\.([\w-]+)$/.exec(text);
    if (!m) return false;
    const [, sum, length, frame, packed] = m as unknown as [string, string, string, string, string];
    if (Number(length) < 1 || Number(length) > MOST) return false;
    let data: Uint8Array;
    try {
      data = toBytes(packed);
    } catch {
      return false;
    }
    if (data.length !== BLOCK) return false;
    if (`${sum}.${length}` !== this.run) {
      this.run = `${sum}.${length}`;
      this.length = Number(length);
      this.blocks = Math.ceil(this.length / BLOCK);
      this.rows = Array.from({ length: this.blocks }, () => undefined);
      this.known = 0;
    }
    const has = new Uint8Array(this.blocks);
    for (const b of blocksOf(Number(frame), this.blocks)) has[b] = 1;
    this.add({ has, data });
    return true;
  }

  /** Gaussian elimination, a row at a time. */
  private add(row: Row): void {
    for (let b = 0; b < this.blocks; b++) {
      if (row.has[b] === 0) continue;
      const there = this.rows[b];
      if (!there) {
        this.rows[b] = row;
        this.known++;
        return;
      }
      mix(row, there);
    }
  }

  /** The bytes, once there is enough; undefined before, or where they are not what was shown. */
  done(): Uint8Array | undefined {
    if (this.blocks === 0 || this.known < this.blocks) return undefined;
    for (let b = this.blocks - 1; b >= 0; b--) {
      const row = this.rows[b] as Row;
      for (let c = b + 1; c < this.blocks; c++) if (row.has[c] === 1) mix(row, this.rows[c] as Row);
    }
    const out = new Uint8Array(this.blocks * BLOCK);
    this.rows.forEach((r, b) => out.set((r as Row).data, b * BLOCK));
    const bytes = out.slice(0, this.length);
    if (crc32(bytes).toString(36) === this.run.split(".")[0]) return bytes;
    this.run = ""; // a frame was misread: start over
    this.blocks = 0;
    return undefined;
  }
}

function mix(row: Row, other: Row): void {
  for (let i = 0; i < row.has.length; i++) row.has[i] = (row.has[i] as number) ^ (other.has[i] as number);
  for (let i = 0; i < row.data.length; i++) row.data[i] = (row.data[i] as number) ^ (other.data[i] as number);
}

/** A text in few bytes, and back. */
export const pack = async (text: string): Promise<Uint8Array> =>
  new Uint8Array(
    await new Response(
      new Blob([text]).stream().pipeThrough(new CompressionStream("deflate-raw")),
    ).arrayBuffer(),
  );
const mostText = 30_000_000;
export async function unpack(bytes: Uint8Array): Promise<string> {
  const reader = new Blob([bytes as Uint8Array<ArrayBuffer>])
    .stream()
    .pipeThrough(new DecompressionStream("deflate-raw"))
    .getReader();
  const parts: Uint8Array<ArrayBuffer>[] = [];
  let size = 0;
  for (let next = await reader.read(); !next.done; next = await reader.read()) {
    parts.push(next.value as Uint8Array<ArrayBuffer>);
    // What came through a camera or a text may be made to burst.
    if ((size += next.value.length) > mostText) throw new Error("This is too large.");
  }
  return new Blob(parts).text();
}

const TEXT = "apodemosc1.";
/** Bytes as a text that can be sent in any message, and back; undefined where it is none. */
export const asText = (bytes: Uint8Array): string => TEXT + toText(bytes);
export function fromText(text: string): Uint8Array | undefined {
  const m = /^\s*apodemosc1\.([\w-]+)\s*$/.exec(text);
  try {
    return m ? toBytes(m[1] as string) : undefined;
  } catch {
    return undefined;
  }
}
