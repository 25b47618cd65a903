import { Button } from "antd";
import { Suspense, useState } from "react";
import type { Schemas } from "../api/client";
import { fetched } from "../app/fetched";

const ShareDialog = fetched(async () => (await import("./ShareDialog")).default);

/** A button that shows a plan or a recipe as a code for another phone. */
export function Share({ what }: { what: Schemas["Shared"] }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button type="text" size="small" onClick={() => setOpen(true)}>
        Share
      </Button>
      {open && (
        <Suspense>
          <ShareDialog what={what} onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}
