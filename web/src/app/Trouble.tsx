import type { ReactNode } from "react";
import type { UseQueryResult } from "@tanstack/react-query";
import { ApiError } from "../api/client";

/** What went wrong, with a way on. */
export function Trouble({ error, retry }: { error: unknown; retry?: () => void }) {
  const e = error instanceof Error ? error : new Error(String(error));
  return (
    <div className="trouble" role="alert">
      <strong>{e instanceof ApiError && e.status === 404 ? "Not found." : "That didn’t work."}</strong>{" "}
      {e.message}
      {retry && (
        <button type="button" className="bar-button" onClick={retry}>
          Try again
        </button>
      )}
    </div>
  );
}

/** What is wrong with one field, beside it. */
export function FieldTrouble({ error, field }: { error: unknown; field: string }) {
  const t = error instanceof ApiError ? error.troubles.find((x) => x.field === field) : undefined;
  return t ? <p className="field-trouble">{t.message}</p> : null;
}

/** Shows a query's data, or that it is being read, or what went wrong. */
export function Loaded<T>({
  query,
  children,
}: {
  query: UseQueryResult<T>;
  children: (data: T) => ReactNode;
}) {
  if (query.data !== undefined) return <>{children(query.data)}</>;
  if (query.error) return <Trouble error={query.error} retry={() => void query.refetch()} />;
  return <Rooms />;
}

/** The room that a page will take, while it is read. */
export function Rooms() {
  return (
    <div className="rooms" role="status" aria-label="Loading" aria-busy="true">
      <div className="room room-line" />
      <div className="room room-tall" />
      <div className="room" />
      <div className="room" />
    </div>
  );
}
