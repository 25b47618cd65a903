import { Button } from "antd";
import { useEffect, useRef, useState } from "react";
import "./pocket.css";

/** How wide a picture is looked at, in pixels: enough for a code that fills half of it. */
const WIDE = 720;

const whyNot = (e: unknown): string => {
  const name = e instanceof DOMException ? e.name : "";
  if (name === "NotAllowedError")
    return "The camera was refused. Allow it for this page in the browser’s settings, or use the text.";
  if (name === "NotFoundError" || name === "OverconstrainedError")
    return "This device has no camera. Use the text.";
  return "The camera can’t be used now. Close what else uses it, or use the text.";
};

/** Reads codes with this page's own camera, asked for when it is wanted, until one is what was looked for. */
export function Scan({
  label = "Scan a code",
  share,
  onText,
}: {
  label?: string;
  /** How much of a run of codes is there, 0 to 1. */
  share?: number;
  /** Takes what a code says; true where that was all. */
  onText: (text: string) => boolean;
}) {
  const [on, setOn] = useState(false);
  const [error, setError] = useState<string>();
  const video = useRef<HTMLVideoElement>(null);
  const take = useRef(onText);
  useEffect(() => {
    take.current = onText;
  });
  useEffect(() => {
    if (!on) return undefined;
    let over = false;
    let stream: MediaStream | undefined;
    const canvas = document.createElement("canvas");
    const pen = canvas.getContext("2d", { willReadFrequently: true });
    const start = async () => {
      const { decodeQR } = await import("qr/decode.js");
      stream = await navigator.mediaDevices.getUserMedia({
        video: { facingMode: "environment", width: { ideal: 1280 } },
      });
      const v = video.current;
      if (over || !v || !pen) return;
      v.srcObject = stream;
      await v.play();
      const look = () => {
        if (over) return;
        const scale = Math.min(1, WIDE / Math.max(v.videoWidth, 1));
        const [w, h] = [Math.round(v.videoWidth * scale), Math.round(v.videoHeight * scale)];
        if (w > 0 && h > 0) {
          canvas.width = w;
          canvas.height = h;
          pen.drawImage(v, 0, 0, w, h);
          try {
            if (take.current(decodeQR(pen.getImageData(0, 0, w, h)))) {
              setOn(false);
              return;
            }
          } catch {
            // No code in this picture.
          }
        }
        setTimeout(look, 30);
      };
      look();
    };
    start().catch((e: unknown) => {
      if (over) return;
      setError(whyNot(e));
      setOn(false);
    });
    return () => {
      over = true;
      stream?.getTracks().forEach((t) => t.stop());
    };
  }, [on]);
  // Browsers hand the camera to safe pages alone.
  if (!("mediaDevices" in navigator))
    return <p className="quiet">Scanning needs HTTPS, or this page from a file.</p>;
  return (
    <div className="scan">
      <p>
        <Button
          onClick={() => {
            setError(undefined);
            setOn(!on);
          }}
        >
          {on ? "Stop the camera" : label}
        </Button>{" "}
        {on && (
          <span role="status">{share ? `${Math.round(100 * share)} % read` : "Looking for a code…"}</span>
        )}
      </p>
      {on && <video ref={video} muted playsInline aria-label="What the camera sees" />}
      {error && (
        <p className="trouble" role="alert">
          {error}
        </p>
      )}
    </div>
  );
}
