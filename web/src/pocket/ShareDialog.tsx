import { Button, Modal } from "antd";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, must, type Schemas } from "../api/client";
import { Trouble } from "../app/Trouble";
import { mode } from "./mode";
import { Code } from "./Code";

/** Where another phone finds the application: nowhere, of a file or of a computer that answers itself alone. */
const base =
  mode === "file" || /^(localhost|127\.|\[::1\])/.test(location.hostname) ? undefined : location.origin;

/** A plan or a recipe as a code and a text that hold it whole. */
export default function ShareDialog({ what, onClose }: { what: Schemas["Shared"]; onClose: () => void }) {
  const share = useQuery({
    queryKey: ["share", what],
    staleTime: Infinity,
    retry: false,
    queryFn: () => must(api.POST("/share", { body: { ...what, ...(base && { base }) } })),
  });
  const [copied, setCopied] = useState(false);
  const s = share.data;
  return (
    <Modal open title={`Share ${what.name || "it"}`} footer={null} onCancel={onClose} width={420}>
      {share.error && <Trouble error={share.error} />}
      {s && (
        <>
          <p>
            The code holds everything and needs no network. Scan it with another phone; open the text in
            Apodemos under Trips, “Open shared”.
          </p>
          <Code {...s} label="Code with everything in it" />
          <p>
            <textarea className="share-text" readOnly rows={4} aria-label="As text" value={s.text} />
          </p>
          <Button
            onClick={() =>
              void navigator.clipboard
                .writeText(s.text)
                .then(() => setCopied(true))
                .catch(() => setCopied(false))
            }
          >
            Copy
          </Button>{" "}
          <span role="status">{copied && "Copied"}</span>
        </>
      )}
    </Modal>
  );
}
