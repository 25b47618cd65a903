import { useState } from "react";
import { Link } from "react-router";
import { chapters } from "virtual:manual";
import { Panel } from "../app/Panel";
import { ChapterText } from "./Chapter";
import { Contents } from "./Contents";

/** The manual beside the page that it speaks of, which stays in use. */
export default function Help({ onClose, onLook }: { onClose: () => void; onLook?: () => void }) {
  const [id, setId] = useState<string>();
  const chapter = chapters.find((c) => c.id === id);
  return (
    <Panel title={chapter ? chapter.title : "Help, words and keys"} open onClose={onClose} size={420}>
      {chapter ? (
        <>
          <p className="manual-ways">
            <button type="button" className="bar-button" onClick={() => setId(undefined)}>
              ‹ All help
            </button>
            <Link className="bar-button" to={chapter.begins}>
              Go there
            </Link>
            <Link className="bar-button" to={`/manual/${chapter.id}`} onClick={onClose}>
              Open as a page
            </Link>
          </p>
          <ChapterText key={chapter.id} chapter={chapter} onChapter={setId} />
        </>
      ) : (
        <>
          {onLook && (
            <p className="manual-ways">
              <button type="button" className="bar-button" onClick={onLook}>
                Take the tour
              </button>
            </p>
          )}
          <Contents onChapter={setId} />
        </>
      )}
    </Panel>
  );
}
