import { Button, Select } from "antd";
import { Link, useNavigate } from "react-router";
import type { Brew, Catalogue, StopOut } from "../api/client";
import { useRemove } from "../app/useUndo";
import { brewPath, stopPath } from "../app/where";
import { Share } from "../pocket/Share";
import type { useDraft } from "./useDraft";

/** What else can be done with a plan: compare, set, log, keep as a recipe, print, share, delete. */
export function Acts({
  brew,
  draft,
  stop,
  catalogue,
  against,
  onAgainst,
  onSettings,
}: {
  brew: Brew;
  draft: ReturnType<typeof useDraft>;
  stop?: StopOut;
  catalogue: Catalogue;
  against: string;
  onAgainst: (to: string) => void;
  onSettings: () => void;
}) {
  const navigate = useNavigate();
  const removeWithUndo = useRemove();
  const isNew = brew.id === 0;
  const method = catalogue.methods.find((m) => m.id === draft.request.method);
  const schoolId = draft.request.school ?? method?.schools[0]?.id;
  return (
    <div className="actions">
      <span className="together">
        <label htmlFor="compare">Compare with</label>
        <Select
          id="compare"
          style={{ width: 190 }}
          popupMatchSelectWidth={false}
          value={against}
          onChange={onAgainst}
          options={[
            { value: "", label: "nothing" },
            { value: "home", label: "home" },
            { value: "plain", label: "no adjustment" },
            ...catalogue.methods.flatMap((m) =>
              m.schools
                .filter((s) => m.id !== draft.request.method || s.id !== schoolId)
                .map((s) => ({
                  value: `${m.id}/${s.id}`,
                  label: m.schools.length > 1 ? `${m.name}: ${s.name}` : m.name,
                })),
            ),
          ].map((o) => ({ ...o, title: o.label }))}
          showSearch={{ optionFilterProp: "label" }}
        />
      </span>
      <Button onClick={onSettings}>All settings</Button>
      {!isNew && !draft.dirty && (
        <>
          <Link className="quiet-link" to={`${brewPath(brew)}/log`}>
            Log a cup
          </Link>
          <Link className="quiet-link" to={`/recipes/new?plan=${brew.plan_id}`}>
            Save as a recipe
          </Link>
        </>
      )}
      <span className="grow" />
      <Button type="text" size="small" onClick={() => window.print()}>
        Print
      </Button>
      <Share
        what={{
          request: draft.request,
          name: brew.name || (method?.name ?? ""),
          ...(brew.at && { at: brew.at }),
          ...(stop && { place: stop.name }),
        }}
      />
      {!isNew && (
        <Button
          type="text"
          size="small"
          onClick={() => {
            void removeWithUndo("brew", brew.id, brew.name || (method?.name ?? "brew")).then(() =>
              navigate(stopPath(brew.trip_id, brew.stop_id)),
            );
          }}
        >
          Delete
        </Button>
      )}
    </div>
  );
}
