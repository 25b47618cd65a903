import { useNavigate } from "react-router";
import type { Chapter } from "virtual:manual";
import "./manual.css";

/** A chapter as it was written; its links lead within the program. */
export function ChapterText({ chapter, onChapter }: { chapter: Chapter; onChapter?: (id: string) => void }) {
  const navigate = useNavigate();
  return (
    <article
      className="manual"
      onClick={(e) => {
        const to = (e.target as HTMLElement).closest("a")?.getAttribute("href");
        if (!to?.startsWith("/") || e.ctrlKey || e.metaKey || e.shiftKey) return;
        e.preventDefault();
        const [, other] = /^\/manual\/([a-z-]+)$/.exec(to) ?? [];
        if (other && onChapter) onChapter(other);
        else void navigate(to);
      }}
      // Made of our own pages when this was built.
      dangerouslySetInnerHTML={{ __html: chapter.html }}
    />
  );
}
