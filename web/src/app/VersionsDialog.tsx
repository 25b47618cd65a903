import { Button, Drawer } from "antd";
import { useEffect, useState } from "react";
import { useQueryClient } from "@tanstack/react-query";
import { askBy, type Choice, type Versions } from "../api/change";
import { useCatalogue } from "../api/queries";
import { useSettings } from "./settings";
import { compared } from "./versions";

/** Shows both versions of what was changed in two places, and asks which to keep. */
export function VersionsDialog() {
  const catalogue = useCatalogue();
  const { system } = useSettings();
  const client = useQueryClient();
  const [asked, setAsked] = useState<{ v: Versions; answer: (c: Choice) => void }>();
  useEffect(() => askBy((v) => new Promise<Choice>((answer) => setAsked({ v, answer }))), []);
  if (!asked) return null;
  const { rows, besides } = compared(asked.v, catalogue.data, system);
  const choose = (c: Choice) => {
    setAsked(undefined);
    asked.answer(c);
    // Until mine is saved, what is there is theirs, and the page behind this says so.
    if (c !== "mine") void client.invalidateQueries({ predicate: (q) => q.queryKey[0] !== "plan" });
  };
  return (
    <Drawer open title="Changed in two places" size={480} mask={false} onClose={() => choose("later")}>
      <p>
        <strong>{asked.v.what}</strong> was saved in another window or on another device after you began to
        change it here. Nothing of either is lost yet.
      </p>
      <div className="scroll-x">
        <table className="versions">
          <thead>
            <tr>
              <th scope="col">What you changed</th>
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
        <p className="quiet">Also changed there, and kept either way: {besides.join(", ")}.</p>
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
    </Drawer>
  );
}
