import { createContext, useContext } from "react";

export interface Working {
  /** Opens the working of a figure. */
  open: (path: string) => void;
  /** Goes to the input behind a request path. */
  change: (field: string) => void;
  /** Goes to a brew's plan, and to a figure there. */
  visit?: (brew: number, figure?: string) => void;
}

export const WorkingContext = createContext<Working>({ open: () => undefined, change: () => undefined });

export const useWorking = () => useContext(WorkingContext);
