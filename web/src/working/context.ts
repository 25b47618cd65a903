import { createContext, useContext } from "react";

export interface Working {
  /** Opens the working of a figure. */
  open: (path: string) => void;
  /** Goes to the input behind a request path. */
  change: (field: string) => void;
}

export const WorkingContext = createContext<Working>({ open: () => undefined, change: () => undefined });

export const useWorking = () => useContext(WorkingContext);
