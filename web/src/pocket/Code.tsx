import "./pocket.css";

/** A code for a camera: dark on light in either theme, with the quiet edge that it needs. */
export function Code({ size, path, label }: { size: number; path: string; label: string }) {
  return (
    <svg
      className="qr"
      viewBox={`0 0 ${size} ${size}`}
      shapeRendering="crispEdges"
      role="img"
      aria-label={label}
    >
      <rect width={size} height={size} fill="#fff" />
      <path d={path} fill="#000" />
    </svg>
  );
}
