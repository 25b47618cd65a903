import { useState } from "react";
import "./fileDrop.css";

/** A place for a file: chosen, or dropped. */
export function FileDrop({
  id,
  accept,
  label,
  reading,
  onFile,
}: {
  id: string;
  accept: string;
  label: string;
  /** Name of the file that is being read. */
  reading?: string | undefined;
  onFile: (file: File) => void;
}) {
  const [over, setOver] = useState(false);
  const take = (f: File | undefined) => f && onFile(f);
  return (
    <label
      className={over ? "drop drop-over" : "drop"}
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault();
        setOver(false);
        take(e.dataTransfer.files[0]);
      }}
    >
      <input
        type="file"
        className="sr"
        id={id}
        accept={accept}
        onChange={(e) => {
          take(e.target.files?.[0]);
          e.target.value = "";
        }}
      />
      {reading !== undefined ? `Reading ${reading}…` : label}
    </label>
  );
}
