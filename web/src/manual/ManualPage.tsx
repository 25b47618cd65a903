import { Link, useNavigate, useParams } from "react-router";
import { chapters } from "virtual:manual";
import { ChapterText } from "./Chapter";
import { Contents } from "./Contents";

/** The manual, or one chapter of it, as a page with an address. */
export default function ManualPage() {
  const { chapter: id } = useParams();
  const navigate = useNavigate();
  const chapter = chapters.find((c) => c.id === id);
  return (
    <div className="page manual-page">
      {chapter ? (
        <>
          <p className="quiet">
            <Link to="/manual">How to</Link>
          </p>
          <div className="heading">
            <h1>{chapter.title}</h1>
            <span className="grow" />
            <Link className="btn" to={chapter.begins}>
              Go there
            </Link>
          </div>
          <ChapterText chapter={chapter} />
        </>
      ) : (
        <>
          <h1>How to</h1>
          {id && <p className="trouble">No help page “{id}”. These are here:</p>}
          <Contents onChapter={(c) => void navigate(`/manual/${c}`)} />
        </>
      )}
    </div>
  );
}
