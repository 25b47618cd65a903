/** What one says is there, by what is waited for. */
export const signs: Record<string, string> = {
  boil: "It boils",
  reading: "It is in",
  cool: "Cool enough",
  sign: "Drained",
  said: "Continue",
};
