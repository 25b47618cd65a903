/** Cautions of a whole brew that are read before its first step: they are about the water that it begins with. */
export const before = ["doubtful", "water-unsaid", "not-boiled", "not-boiled-supplied"];
