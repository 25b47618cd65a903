const KEY = "apodemos.trip";

/** The trip that was open last, if any. */
export const lastTrip = (): string | null => localStorage.getItem(KEY);

export const rememberTrip = (id: number): void => localStorage.setItem(KEY, String(id));
