import { Button } from "antd";
import { useQueryClient } from "@tanstack/react-query";
import type { Choice, Versions } from "../api/change";
import { readAgain, useCatalogue } from "../api/queries";
import { useSettings } from "./settings";
import { compared } from "./versions";
import { Panel } from "./Panel";

/** What was changed in two places, and who waits for the choice. */
export interface Question {
  v: Versions;
  answer: (c: Choice) => void;
}

/** Shows both versions of what was changed in two places, and asks which to keep. */
export default function VersionsDialog({ asked, onDone }: { asked: Question; onDone: () => void }) {
  const catalogue = useCatalogue();
  const { system } = useSettings();
  const client = useQueryClient();
  const { rows, besides } = compared(asked.v, catalogue.data, system);
  const choose = (c: Choice) => {
    onDone();
    asked.answer(c);
    // Until mine is saved, what is there is theirs, and the page behind this says so.
    if (c !== "mine") void readAgain(client);
  };
  return (
    <Panel open title="Changed in two places" size={480} onClose={() => choose("later")}>
      <p>
        <strong>{asked.v.what}</strong> was also saved in another window or on another device. Nothing is lost
        yet.
      </p>
      <div className="scroll-x">
        <table className="versions">
          <thead>
            <tr>
              <th scope="col">Your changes</th>
              <th scope="col">Mine</th>
              <th scope="col">Theirs</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr key={r.path}>
                <th scope="row">{r.label}</th>
                <td>{r.mine}</td>
                <td>{r.theirs}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {besides.length > 0 && (
        <p className="quiet">Also changed there, and saved either way: {besides.join(", ")}.</p>
      )}
      <p className="choices-row">
        <Button type="primary" onClick={() => choose("mine")}>
          Keep mine
        </Button>
        <Button onClick={() => choose("theirs")}>Take theirs</Button>
        <Button type="text" onClick={() => choose("later")}>
          Decide later
        </Button>
      </p>
    </Panel>
  );
}
