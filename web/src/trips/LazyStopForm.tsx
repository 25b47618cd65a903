import { lazy, Suspense, type ComponentProps } from "react";

const Form = lazy(() => import("./StopForm"));
const Trip = lazy(() => import("./TripForm"));

/** The form of a stop, fetched when it is first opened: it brings inputs that the route does without. */
export function StopForm(props: ComponentProps<typeof Form>) {
  return (
    <Suspense fallback={null}>
      <Form {...props} />
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
