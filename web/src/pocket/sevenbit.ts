// Bytes as ASCII that may stand in a script of a page as it is: eight characters of seven bits
// for seven bytes, which is a seventh more, where base 64 is a third. What HTML would read as
// something else (an end of a line, a null, the beginning of a tag) is written as two. The
// number of bytes stands before them, so that what was cut is known.

const ESCAPE = 0x7f;
const special = new Set([0x00, 0x0a, 0x0d, 0x3c, ESCAPE]);

/** The bytes of a text. Throws where it is cut. */
export function fromSevenBit(text: string): Uint8Array<ArrayBuffer> {
  const space = text.indexOf(" ");
  const n = space > 0 ? Number(text.slice(0, space)) : NaN;
  if (!(n >= 0)) throw new Error("cut");
  const out = new Uint8Array(n);
  let at = space + 1;
  let bits = 0;
  let held = 0;
  for (let to = 0; to < n;) {
    let c = text.charCodeAt(at++);
    if (c === ESCAPE) c = text.charCodeAt(at++) ^ 0x40;
    if (!(c < 128)) throw new Error("cut"); // also NaN, past the end
    held = (held << 7) | c;
    bits += 7;
    if (bits >= 8) {
      bits -= 8;
      out[to++] = held >>> bits;
      held &= (1 << bits) - 1;
    }
  }
  return out;
}

/** The inverse; for the build, and for tests. */
export function toSevenBit(bytes: Uint8Array): string {
  const out: string[] = [`${bytes.length} `];
  const put = (c: number) => {
    if (special.has(c)) out.push(String.fromCharCode(ESCAPE, c ^ 0x40));
    else out.push(String.fromCharCode(c));
  };
  let bits = 0;
  let held = 0;
  for (const b of bytes) {
    held = (held << 8) | b;
    bits += 8;
    while (bits >= 7) {
      bits -= 7;
      put((held >>> bits) & 127);
      held &= (1 << bits) - 1;
    }
  }
  if (bits > 0) put((held << (7 - bits)) & 127);
  return out.join("");
}
