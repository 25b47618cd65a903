/** What the bench can be asked, in the order in which it is offered. */
export const questions = [
  { id: "boil", title: "What does water boil at?" },
  { id: "wait", title: "How long do I wait?" },
  { id: "fuel", title: "How much fuel?" },
  { id: "canister", title: "Will the canister feed?" },
  { id: "water", title: "What is in the water?" },
  { id: "grind", title: "What setting on this grinder?" },
] as const;
