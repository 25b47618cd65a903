import { describe, expect, it } from "vitest";
import { asText, crc32, framesOf, fromText, Gathering, pack, unpack } from "./frames";

/** Numbers that are the same each time. */
function odds(seed: number): () => number {
  let s = seed;
  return () => {
    s = (Math.imul(s, 1664525) + 1013904223) >>> 0;
    return s / 2 ** 32;
  };
}
const some = (n: number, seed: number) => {
  const next = odds(seed);
  return Uint8Array.from({ length: n }, () => Math.floor(next() * 256));
};

describe("frames", () => {
  it("give the bytes back whichever third of them is lost, in any order", () => {
    for (const [size, seed] of [
      [1, 1],
      [480, 2],
      [481, 3],
      [4_000, 4],
      [12_000, 5],
      [60_000, 6],
    ] as const) {
      const bytes = some(size, seed);
      const { blocks, frame } = framesOf(bytes);
      const next = odds(seed);
      const got = new Gathering();
      let seen = 0;
      // A camera comes in at some frame, and loses a third.
      const from = Math.floor(next() * 1000);
      for (let n = from; got.share < 1; n++) {
        expect(n - from).toBeLessThan(4 * blocks + 60);
        if (next() < 1 / 3) continue;
        seen++;
        expect(got.take(frame(n))).toBe(true);
        expect(got.take(frame(n))).toBe(true); // twice adds nothing
      }
      expect(got.done()).toEqual(bytes);
      expect(seen).toBeLessThanOrEqual(blocks + 20);
    }
  });
  it("start over with another run, and refuse what is not a frame", () => {
    const a = framesOf(some(2000, 7));
    const b = framesOf(some(2000, 8));
    const got = new Gathering();
    got.take(a.frame(0));
    for (let n = 0; got.share < 1; n++) got.take(b.frame(n));
    expect(got.done()).toEqual(some(2000, 8));
    for (const no of [
      "",
      "hello",
      "apodemosf1.a.0.0.x",
      "apodemosf1.a.2000.0.AAAA",
      "apodemosf1.a.9999999.0.AA",
    ])
      expect(got.take(no)).toBe(false);
  });
  it("say nothing rather than something wrong", () => {
    const { frame, blocks } = framesOf(some(2000, 9));
    const got = new Gathering();
    for (let n = 0; n < blocks; n++) {
      const text = frame(n);
      // A character read wrong, where the code's own correction let it pass.
      got.take(n === 1 ? text.slice(0, -4) + (text.at(-4) === "A" ? "B" : "A") + text.slice(-3) : text);
    }
    expect(got.done()).toBeUndefined();
    for (let n = 0; got.share < 1; n++) got.take(frame(n));
    expect(got.done()).toEqual(some(2000, 9));
  });
  it("refuse what is too long to be shown", () => {
    expect(() => framesOf(new Uint8Array(0))).toThrow("Use a file");
    expect(() => framesOf(new Uint8Array(200_000))).toThrow("Use a file");
  });
  it("have the sum of the standard", () => {
    expect(crc32(new TextEncoder().encode("123456789"))).toBe(0xcbf43926); // the check value of CRC-32
  });
  it("go as a text, too", async () => {
    const said = JSON.stringify({ cups: Array.from({ length: 50 }, (_, i) => ({ mark: i })) });
    const bytes = await pack(said);
    expect(bytes.length).toBeLessThan(said.length / 2);
    const back = fromText(`  ${asText(bytes)}\n`);
    expect(back).toEqual(bytes);
    expect(await unpack(back as Uint8Array)).toBe(said);
    expect(fromText("apodemos1.abc")).toBeUndefined();
  });
});
