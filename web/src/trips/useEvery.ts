import { addEvery, remove, useChange } from "../api/queries";
import { notice } from "../app/notices";
import { useOfferUndo } from "../app/useUndo";
import { counted } from "../units/units";

/** Makes a brew on every morning, or evening, of a trip that has none, and offers to undo it. */
export function useEvery(trip: number) {
  const offer = useOfferUndo();
  const make = useChange((meal: "morning" | "evening") => addEvery(trip, { meal }));
  return (meal: "morning" | "evening") =>
    make.mutate(meal, {
      onSuccess: ({ made, said }) => {
        const more = said.join("; ");
        if (made.length === 0)
          notice({ kind: "info", title: `Every ${meal} has its brew already`, ...(more && { more }) });
        else
          offer(
            `every-${meal}`,
            `${counted(made.length, "brew is", "brews are")} made, one every ${meal}`,
            () => Promise.all(made.map((b) => remove("brew", b.id))),
          );
        if (made.length > 0 && more) notice({ kind: "info", title: more });
      },
      onError: (e) => notice({ kind: "wrong", title: e.message }),
    });
}
