import { Button } from "antd";
import type { Brew, BrewOut } from "../api/client";
import { howLong } from "../pocket/storage";
import type { useDraft } from "./useDraft";

/** Whether a plan is saved, and what can be done about it. */
export function Saved({
  brew,
  draft,
  here,
  busy,
  version,
  onSave,
  onBack,
}: {
  brew: Brew & Partial<Pick<BrewOut, "stored" | "stale">>;
  draft: ReturnType<typeof useDraft>;
  /** It is planned from what was said of here and now. */
  here?: boolean;
  busy: boolean;
  /** Version of the core that made the plan. */
  version: string | undefined;
  onSave: () => void;
  onBack: () => void;
}) {
  return (
    <span className="plan-kept">
      {brew.id === 0 ? (
        <>
          <Button loading={busy} onClick={() => onSave()}>
            Save
          </Button>
          <Button
            type="text"
            onClick={() => {
              draft.discard();
              onBack();
            }}
          >
            {here ? "Back" : "Back to stop"}
          </Button>
          <span className="unsaved" role="status">
            {brew.trip_id > 0 ? "Not saved: the trip doesn’t count it yet." : "Not saved yet."}
          </span>
        </>
      ) : draft.dirty ? (
        <>
          <Button loading={busy} onClick={() => onSave()}>
            Save
          </Button>
          <Button type="text" onClick={draft.discard}>
            Discard changes
          </Button>
          <span className="unsaved" role="status">
            {draft.behind ? "Also saved elsewhere meanwhile." : `Not saved yet; kept ${howLong()}.`}
          </span>
          {draft.behind && (
            <Button size="small" onClick={() => void draft.choose()}>
              See both versions
            </Button>
          )}
        </>
      ) : (
        <span className="quiet" role="status">
          {brew.stale ? "The stop or its trip has changed since. This is today’s plan." : "Saved"}
          {brew.stored && version && brew.stored.core_version !== version
            ? `, planned by version ${brew.stored.core_version}`
            : ""}
        </span>
      )}
    </span>
  );
}
