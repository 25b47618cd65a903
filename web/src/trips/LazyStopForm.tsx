import { Suspense, type ComponentProps } from "react";
import { fetched } from "../app/fetched";

const Form = fetched(async () => (await import("./StopForm")).default);
const Every = fetched(async () => (await import("./EveryPanel")).default);
const Trip = fetched(async () => (await import("./TripForm")).default);

/** The form of a stop, fetched when it is first opened: it brings inputs that the route does without. */
export function StopForm(props: ComponentProps<typeof Form>) {
  return (
    <Suspense fallback={null}>
      <Form {...props} />
    </Suspense>
  );
}

/** The panel that plans a brew of every day, fetched in the same way. */
export function EveryPanel(props: ComponentProps<typeof Every>) {
  return (
    <Suspense fallback={null}>
      <Every {...props} />
    </Suspense>
  );
}

/** The form of a trip, fetched in the same way. */
export function TripForm(props: ComponentProps<typeof Trip>) {
  return (
    <Suspense fallback={null}>
      <Trip {...props} />
    </Suspense>
  );
}
