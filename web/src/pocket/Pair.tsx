/** Pairing a phone with this server; filled in where the server listens beyond its own machine. */
export function Pair() {
  return null;
}
