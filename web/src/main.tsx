import "@fontsource-variable/atkinson-hyperlegible-mono/index.css";
import "@fontsource-variable/atkinson-hyperlegible-next/index.css";
import "./app/app.css";
import "./app/layout.css";
import { QueryClientProvider } from "@tanstack/react-query";
import { lazy, StrictMode, Suspense, useLayoutEffect } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, Navigate, RouterProvider, useRouteError } from "react-router";
import { queryClient, useNow } from "./api/queries";
import { Frame } from "./app/Frame";
import { fetched } from "./app/fetched";
import { brewPath } from "./app/where";
import { wakeWhenIdle } from "./core/near";
import { SettingsProvider, useSettings } from "./app/settings";
import { Loaded } from "./app/Trouble";
import { cssVariables, palettes } from "./theme/tokens";

const TripsPage = fetched(async () => (await import("./trips/TripsPage")).default);
const RoutePage = lazy(() => import("./trips/RoutePage"));
const ImportPage = fetched(async () => (await import("./trips/ImportPage")).default);
const ProvisionsPage = fetched(async () => (await import("./provisions/ProvisionsPage")).default);
const SchedulePage = fetched(async () => (await import("./schedule/SchedulePage")).default);
const KitPage = fetched(async () => (await import("./kit/KitPage")).default);
const ShelfPage = fetched(async () => (await import("./kit/ShelfPage")).default);
const SheetPage = fetched(async () => (await import("./sheet/SheetPage")).default);
const StopPage = fetched(async () => (await import("./trips/StopPage")).default);
const PlanPage = fetched(async () => (await import("./plan/PlanPage")).default);
const NewPlanPage = fetched(async () => (await import("./plan/PlanPage")).NewPlanPage);
const NowPlanPage = fetched(async () => (await import("./plan/PlanPage")).NowPlanPage);
const NowPage = fetched(async () => (await import("./now/NowPage")).default);
const PlacePage = fetched(async () => (await import("./trips/StopPage")).PlacePage);
const GuidePage = fetched(async () => (await import("./guide/GuidePage")).default);
const BenchPage = fetched(async () => (await import("./bench/BenchPage")).default);
const LogPage = fetched(async () => (await import("./log/LogPage")).default);
const EntryPage = fetched(async () => (await import("./log/EntryPage")).default);

/** A brew that is being made comes first; else the question is what could be. */
function Home() {
  const now = useNow(0);
  return (
    <Loaded query={now}>
      {({ running }) =>
        running[0] ? <Navigate replace to={`${brewPath(running[0].brew)}/guide`} /> : <NowPage />
      }
    </Loaded>
  );
}

function NotFound() {
  return (
    <div className="page">
      <h1>No such page</h1>
      <p>
        The address leads nowhere. <a href="/">Go to the first page</a>.
      </p>
    </div>
  );
}

function Broken() {
  const error = useRouteError();
  return (
    <div className="page" role="alert">
      <h1>This page broke</h1>
      <p>
        What you had not saved is kept on this device. <a href="/">Go on from the first page</a>.
      </p>
      <p className="quiet">{error instanceof Error ? error.message : String(error)}</p>
    </div>
  );
}

const router = createBrowserRouter([
  {
    element: <Frame />,
    errorElement: <Broken />,
    children: [
      { path: "/", element: <Home /> },
      { path: "/now", element: <NowPage /> },
      { path: "/now/plan", element: <NowPlanPage /> },
      { path: "/places/:stop", element: <PlacePage /> },
      { path: "/places/:stop/brews/new", element: <NewPlanPage /> },
      { path: "/places/:stop/brews/:brew", element: <PlanPage /> },
      { path: "/places/:stop/brews/:brew/guide", element: <GuidePage /> },
      { path: "/places/:stop/brews/:brew/log", element: <EntryPage /> },
      { path: "/trips", element: <TripsPage /> },
      { path: "/import", element: <ImportPage /> },
      { path: "/trips/:trip", element: <RoutePage /> },
      { path: "/trips/:trip/provisions", element: <ProvisionsPage /> },
      { path: "/trips/:trip/kit", element: <KitPage /> },
      { path: "/shelf", element: <ShelfPage /> },
      { path: "/trips/:trip/schedule", element: <SchedulePage /> },
      { path: "/trips/:trip/sheet", element: <SheetPage /> },
      { path: "/trips/:trip/stops/:stop", element: <StopPage /> },
      { path: "/trips/:trip/stops/:stop/brews/new", element: <NewPlanPage /> },
      { path: "/trips/:trip/stops/:stop/brews/:brew", element: <PlanPage /> },
      { path: "/trips/:trip/stops/:stop/brews/:brew/guide", element: <GuidePage /> },
      { path: "/trips/:trip/stops/:stop/brews/:brew/log", element: <EntryPage /> },
      { path: "/bench", element: <Navigate replace to="/bench/boil" /> },
      { path: "/bench/:question", element: <BenchPage /> },
      { path: "/log", element: <LogPage /> },
      { path: "*", element: <NotFound /> },
    ],
  },
]);

function Themed() {
  const { theme } = useSettings();
  useLayoutEffect(() => {
    const root = document.documentElement;
    root.dataset.theme = theme;
    for (const [key, value] of Object.entries(cssVariables(theme))) root.style.setProperty(key, value);
    document.querySelector("meta[name=theme-color]")?.setAttribute("content", palettes[theme].paper);
  }, [theme]);
  return (
    <Suspense fallback={<div className="loading">Reading…</div>}>
      <RouterProvider router={router} />
    </Suspense>
  );
}

createRoot(document.getElementById("root") as HTMLElement).render(
  <StrictMode>
    <QueryClientProvider client={queryClient}>
      <SettingsProvider>
        <Themed />
      </SettingsProvider>
    </QueryClientProvider>
  </StrictMode>,
);

wakeWhenIdle();
