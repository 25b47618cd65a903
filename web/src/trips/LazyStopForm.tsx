import { lazy, Suspense, type ComponentProps } from "react";

const Form = lazy(() => import("./StopForm"));

/** The form of a stop, fetched when it is first opened: it brings inputs that the route does without. */
export function StopForm(props: ComponentProps<typeof Form>) {
  return (
    <Suspense fallback={null}>
      <Form {...props} />
    </Suspense>
  );
}
