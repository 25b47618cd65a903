import { Button } from "antd";
import type { WorkingFigure } from "../api/client";
import { useCatalogue } from "../api/queries";
import { useSettings } from "../app/settings";
import { inWords, shownParts, timeRange } from "../units/units";
import { useWorking } from "./context";
import { Panel } from "../app/Panel";

const kinds: Record<WorkingFigure["kind"], string> = {
  measured: "Measured by you",
  published: "Computed, published source",
  practice: "Estimated, common practice",
  memory: "From memory",
  chosen: "Chosen",
};

/** Shows where a figure came from: formula, inputs, source, uncertainty. */
export function WorkingPanel({
  sheet,
  path,
  onClose,
}: {
  sheet: Record<string, WorkingFigure> | undefined;
  path: string | null;
  onClose: () => void;
}) {
  const { system } = useSettings();
  const working = useWorking();
  const w = path ? sheet?.[path] : undefined;
  // Of a sum the parts are told so that they come to it as shown.
  const of = w?.inputs.filter((i) => i.value !== null && i.unit === w.unit) ?? [];
  const parts =
    w && w.value !== null && of.length > 1
      ? shownParts(
          of.map((i) => i.value as number),
          w.value,
          w.unit,
          system,
        )
      : undefined;
  const range =
    w?.unit === "s" && w.value !== null && w.plus_minus ? timeRange(w.value, w.plus_minus) : undefined;
  const catalogue = useCatalogue();
  const said = path ? catalogue.data?.terms.find((t) => t.of?.includes(path))?.says : undefined;
  return (
    <Panel
      title={w ? `Working: ${w.label}` : "Working"}
      open={path !== null && sheet !== undefined}
      onClose={onClose}
      size={380}
      className="working"
    >
      {w ? (
        <>
          {said && <p className="working-term">{said}</p>}
          <p className="working-value num num-big" data-testid="working-value">
            {w.value === null
              ? "–"
              : range
                ? range
                : inWords(w.value, w.unit, system, { fine: w.unit === "°C" })}
            {w.plus_minus && !range ? (
              <small> ±{inWords(w.plus_minus, w.unit === "°C" ? "K" : w.unit, system)}</small>
            ) : null}
          </p>
          <p className={`working-kind kind-${w.kind}`}>{kinds[w.kind]}</p>
          <h3>How</h3>
          <p>{w.formula}.</p>
          {w.inputs.length > 0 && (
            <>
              <h3>From</h3>
              <ul className="working-inputs">
                {w.inputs.map((i, n) => {
                  const shown =
                    i.value === null
                      ? i.text
                      : ((parts && of.includes(i) ? parts.shown[of.indexOf(i)] : undefined) ??
                        inWords(i.value, i.unit, system, { fine: i.unit === "°C" }));
                  const field = i.path?.startsWith("request.") ? i.path.slice("request.".length) : undefined;
                  const open = i.path && sheet?.[i.path] ? i.path : undefined;
                  const [, brew, figure] = /^brews\.(\d+)(?:\.(.+))?$/.exec(i.path ?? "") ?? [];
                  const visit = brew ? working.visit : undefined;
                  return (
                    <li key={n}>
                      <span>{i.label}</span>
                      {field || open || visit ? (
                        <Button
                          type="link"
                          size="small"
                          className="num"
                          title={field ? "Change" : visit ? "Go to plan" : "Show working"}
                          onClick={() => {
                            if (field) working.change(field);
                            else if (visit) visit(Number(brew), figure);
                            else working.open(open as string);
                          }}
                        >
                          {shown}
                        </Button>
                      ) : (
                        <span className="num">{shown}</span>
                      )}
                    </li>
                  );
                })}
              </ul>
            </>
          )}
          <h3>Source</h3>
          <p>{w.source}.</p>
          {w.limits && (
            <>
              <h3>Limits</h3>
              <p>{w.limits}</p>
            </>
          )}
        </>
      ) : (
        <p>This plan doesn’t have this figure.</p>
      )}
    </Panel>
  );
}
