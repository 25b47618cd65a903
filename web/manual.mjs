// The manual of docs/manual as a module of the interface: made into HTML when it is built, so
// that nothing that reads Markdown ships.
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { marked } from "marked";

const dir = join(import.meta.dirname, "../docs/manual");
const name = "virtual:manual";

/** A chapter's head: lines of "key: value" between two rules. */
function parted(text, file) {
  const [, head, body] = /^---\n([\s\S]*?)\n---\n([\s\S]*)$/.exec(text) ?? [];
  if (!head) throw new Error(`docs/manual/${file} has no head`);
  return { head: Object.fromEntries(head.split("\n").map((l) => l.split(/: (.*)/s, 2))), body };
}

/**
 * @param {{ pictures: boolean }} of without pictures in the one file, which is to stay small
 * @returns {import("vite").Plugin}
 */
export function manual({ pictures }) {
  return {
    name: "manual",
    resolveId: (id) => (id === name ? `\0${name}` : undefined),
    load(id) {
      if (id !== `\0${name}`) return undefined;
      const shown = [];
      const chapters = readdirSync(dir)
        .filter((f) => f.endsWith(".md") && f !== "README.md")
        .map((file) => {
          this.addWatchFile(join(dir, file));
          const { head, body } = parted(readFileSync(join(dir, file), "utf8"), file);
          const html = marked
            .parse(body, { async: false })
            .replaceAll("&#39;", "'")
            .replace(/<p><img src="\.\.\/screenshots\/([^"]+)" alt="([^"]*)"><\/p>\n?/g, (_, picture, alt) => {
              if (!pictures) return "";
              if (!shown.includes(picture)) shown.push(picture);
              return `<p><img src="picture:${shown.indexOf(picture)}:" alt="${alt}" loading="lazy"></p>`;
            })
            .replace('href="../pocket.md"', 'href="/pocket"')
            .replace(/href="([a-z-]+)\.md"/g, 'href="/manual/$1"');
          const [, title] = /^# (.*)$/m.exec(body) ?? [];
          return {
            id: file.slice(0, -3),
            order: Number(head.order),
            begins: head.begins,
            words: head.words ?? "",
            title,
            html: html.replace(/<h1>.*?<\/h1>\n?/, ""),
          };
        })
        .sort((a, b) => a.order - b.order);
      return [
        ...shown.map((p, i) => `import p${i} from ${JSON.stringify(join(dir, "../screenshots", p) + "?url")};`),
        `const pictures = [${shown.map((_, i) => `p${i}`).join(", ")}];`,
        `export const chapters = ${JSON.stringify(chapters)};`,
        "for (const c of chapters) {",
        '  c.text = c.html.replace(/<[^>]+>/g, " ").replace(/\\s+/g, " ").trim();',
        "  c.html = c.html.replace(/picture:(\\d+):/g, (_, i) => pictures[i]);",
        "}",
      ].join("\n");
    },
  };
}
