import { shortcuts } from "./keys";
import { Panel } from "./Panel";

export default function Shortcuts({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Panel title="Keyboard" open={open} onClose={onClose} size={360}>
      <table className="plain">
        <thead className="sr">
          <tr>
            <th>Key</th>
            <th>What it does</th>
            <th>Where</th>
          </tr>
        </thead>
        <tbody>
          {shortcuts.map((s) => (
            <tr key={s.keys + s.where}>
              <td>
                <kbd>{s.keys}</kbd>
              </td>
              <td>{s.does}</td>
              <td className="quiet">{s.where}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Panel>
  );
}
