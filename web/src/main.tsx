import "@fontsource-variable/atkinson-hyperlegible-mono/index.css";
import "@fontsource-variable/atkinson-hyperlegible-next/index.css";
import "./app/app.css";
import "./app/layout.css";
import { QueryClientProvider } from "@tanstack/react-query";
import { StrictMode, Suspense, useLayoutEffect } from "react";
import { createRoot } from "react-dom/client";
import {
  createBrowserRouter,
  createHashRouter,
  Link,
  Navigate,
  useLocation,
  RouterProvider,
  useRouteError,
} from "react-router";
import type { Schemas, TripOut } from "./api/client";
import { question, table, type Operation } from "./api/ask";
import { brewQuery, nowQuery, queryClient, tripQuery, useNow, useTrips } from "./api/queries";
import { Frame } from "./app/Frame";
import { fetched, later, type Fetched } from "./app/fetched";
import { TripRibbon } from "./app/lazyRibbon";
import { brewPath } from "./app/where";
import { wakeWhenIdle } from "./core/near";
import { SettingsProvider, useSettings } from "./app/settings";
import { Loaded, Rooms } from "./app/Trouble";
import { inPocket, mode } from "./pocket/mode";
import { firstAnswers, open, whenOthersWrite } from "./pocket/session";
import { palettes } from "./theme/tokens";

// What came with the page need not be asked for.
interface First {
  info: Schemas["Info"];
  catalogue: Schemas["Catalogue"];
  trips: Schemas["Trip"][];
  gear: Schemas["Item"][];
  now: Schemas["Now"];
}

function came(): First | null {
  if (inPocket) return null;
  try {
    return JSON.parse(document.getElementById("first")?.textContent ?? "null") as First | null;
  } catch {
    return null;
  }
}
const first = came();
if (first) {
  queryClient.setQueryData(question("info", {}).queryKey, first.info);
  queryClient.setQueryData(question("catalogue", {}).queryKey, first.catalogue);
  queryClient.setQueryData(question("list-trips", {}).queryKey, first.trips);
  queryClient.setQueryData(question("list-gear", {}).queryKey, first.gear);
  queryClient.setQueryData(nowQuery(0).queryKey, first.now);
}
// In the pocket, what the first picture is made of was worked out before.
for (const [path, answer] of Object.entries(firstAnswers ?? {})) {
  const [, trip] = /^\/trips\/(\d+)$/.exec(path) ?? [];
  const id = (Object.keys(table) as Operation[]).find(
    (o) => table[o].method === "GET" && table[o].path === path,
  );
  if (trip) queryClient.setQueryData(tripQuery(Number(trip)).queryKey, answer as TripOut);
  else if (id === "now") queryClient.setQueryData(nowQuery(0).queryKey, answer as Schemas["Now"]);
  else if (id) queryClient.setQueryData([id, undefined, undefined, undefined], answer);
}
const TripsPage = fetched(async () => (await import("./trips/TripsPage")).default);
const RoutePage = later(async () => (await import("./trips/RoutePage")).default);
// What is done at home is not in the one file.
const ImportPage =
  import.meta.env.MODE === "pocket"
    ? AtHome
    : fetched(async () => (await import("./trips/ImportPage")).default);
const ProvisionsPage = fetched(async () => (await import("./provisions/ProvisionsPage")).default);
const SchedulePage = fetched(async () => (await import("./schedule/SchedulePage")).default);
const KitPage = fetched(async () => (await import("./kit/KitPage")).default);
const ShelfPage = fetched(async () => (await import("./kit/ShelfPage")).default);
const SheetPage = fetched(async () => (await import("./sheet/SheetPage")).default);
const StopPage = fetched(async () => (await import("./trips/StopPage")).default);
const PlanPage = fetched(async () => (await import("./plan/PlanPage")).default);
const NewPlanPage = fetched(async () => (await import("./plan/PlanPage")).NewPlanPage);
const NowPlanPage = fetched(async () => (await import("./plan/PlanPage")).NowPlanPage);
const NowPage = later(async () => (await import("./now/NowPage")).default);
const PlacePage = fetched(async () => (await import("./trips/StopPage")).PlacePage);
const GuidePage = fetched(async () => (await import("./guide/GuidePage")).default);
const BenchPage = fetched(async () => (await import("./bench/BenchPage")).default);
const PracticePage = fetched(async () => (await import("./practice/PracticePage")).default);
const LogPage = fetched(async () => (await import("./log/LogPage")).default);
const CupPage = fetched(async () => (await import("./log/CupPage")).default);
const PalatePage = fetched(async () => (await import("./log/PalatePage")).default);
const ComparePage = fetched(async () => (await import("./log/ComparePage")).default);
const BlindPage = fetched(async () => (await import("./log/BlindPage")).default);
const ManualPage = fetched(async () => (await import("./manual/ManualPage")).default);
const BlindRoundsPage = fetched(async () => (await import("./log/BlindPage")).BlindRoundsPage);
const DeletedPage = fetched(async () => (await import("./log/DeletedPage")).default);
const CoffeesPage = fetched(async () => (await import("./coffees/CoffeesPage")).default);
const RecipesPage = fetched(async () => (await import("./recipes/RecipesPage")).default);
const RecipePage = fetched(async () => (await import("./recipes/RecipePage")).default);
const NewRecipePage = fetched(async () => (await import("./recipes/RecipePage")).NewRecipePage);
const AlongPage =
  import.meta.env.MODE === "pocket"
    ? AtHome
    : fetched(async () => (await import("./pocket/AlongPage")).default);
const InstallPage =
  import.meta.env.MODE === "pocket"
    ? AtHome
    : fetched(async () => (await import("./pocket/InstallPage")).default);
const BringPage =
  import.meta.env.MODE === "pocket"
    ? AtHome
    : fetched(async () => (await import("./pocket/BringPage")).default);
const TakePage = fetched(async () => (await import("./pocket/TakePage")).default);
const CompanionsPage = fetched(async () => (await import("./pocket/CompanionsPage")).default);
const AboutPage = fetched(async () => (await import("./pocket/AboutPage")).default);
const NewCupPage = fetched(async () => (await import("./log/NewCupPage")).default);
const EntryPage = fetched(async () => (await import("./log/EntryPage")).default);

/** A brew that is being made comes first; else the question is what could be. */
function Home() {
  const now = useNow(0);
  const trips = useTrips();
  return (
    <Loaded query={now}>
      {({ running }) => {
        // One that is over by the clock is offered on the page, and not opened.
        const on = running.find((r) => !r.over);
        return on ? (
          <Navigate replace to={`${brewPath(on.brew)}/guide`} />
        ) : inPocket && trips.data?.[0] ? (
          // A trip was taken along: that is what is looked at.
          <Navigate replace to={`/trips/${trips.data[0].id}`} />
        ) : (
          <NowPage />
        );
      }}
    </Loaded>
  );
}

/** A page that had another address. */
function Renamed({ from, to }: { from: string; to: string }) {
  const { pathname, search, hash } = useLocation();
  return <Navigate replace to={{ pathname: pathname.replace(from, to), search, hash }} />;
}

function NotFound() {
  return (
    <div className="page">
      <h1>No such page</h1>
      <p>
        This page doesn’t exist. <Link to="/">Go to the start page</Link>.
      </p>
    </div>
  );
}

/** What the one file leaves to the program that it was taken from. */
function AtHome() {
  return (
    <div className="page">
      <h1>At home</h1>
      <p>
        Importing files and offline copies is done in the Apodemos that made this copy.{" "}
        <Link to="/pocket">What this copy does</Link>.
      </p>
    </div>
  );
}

function Broken() {
  const error = useRouteError();
  return (
    <div className="page" role="alert">
      <h1>This page failed</h1>
      <p>
        Unsaved changes are still on this device. <Link to="/">Continue from the start page</Link>.
      </p>
      <p className="quiet">{error instanceof Error ? error.message : String(error)}</p>
    </div>
  );
}

// A file has one address, and what is shown stands behind its #.
const router = (mode === "file" ? createHashRouter : createBrowserRouter)([
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
      { path: "/trips/:trip/supplies", element: <ProvisionsPage /> },
      { path: "/trips/:trip/kit", element: <KitPage /> },
      { path: "/gear", element: <ShelfPage /> },
      { path: "/trips/:trip/schedule", element: <SchedulePage /> },
      { path: "/trips/:trip/sheet", element: <SheetPage /> },
      { path: "/trips/:trip/stops/:stop", element: <StopPage /> },
      { path: "/trips/:trip/stops/:stop/brews/new", element: <NewPlanPage /> },
      { path: "/trips/:trip/stops/:stop/brews/:brew", element: <PlanPage /> },
      { path: "/trips/:trip/stops/:stop/brews/:brew/guide", element: <GuidePage /> },
      { path: "/trips/:trip/stops/:stop/brews/:brew/log", element: <EntryPage /> },
      { path: "/trips/:trip/offline", element: <AlongPage /> },
      { path: "/install", element: <InstallPage /> },
      // Addresses of before.
      { path: "/trips/:trip/provisions", element: <Renamed from="/provisions" to="/supplies" /> },
      { path: "/trips/:trip/along", element: <Renamed from="/along" to="/offline" /> },
      { path: "/shelf", element: <Renamed from="/shelf" to="/gear" /> },
      { path: "/bring", element: <BringPage /> },
      { path: "/pocket", element: <AboutPage /> },
      { path: "/take", element: <TakePage /> },
      { path: "/companions", element: <CompanionsPage /> },
      { path: "/bench", element: <Navigate replace to="/bench/boil" /> },
      { path: "/bench/:question", element: <BenchPage /> },
      { path: "/practice", element: <PracticePage /> },
      { path: "/log", element: <LogPage /> },
      { path: "/log/compare", element: <ComparePage /> },
      { path: "/palate", element: <PalatePage /> },
      { path: "/log/new", element: <NewCupPage /> },
      { path: "/log/:entry", element: <CupPage /> },
      { path: "/coffees", element: <CoffeesPage /> },
      { path: "/recipes", element: <RecipesPage /> },
      { path: "/recipes/new", element: <NewRecipePage /> },
      { path: "/recipes/:recipe", element: <RecipePage /> },
      { path: "/blind", element: <BlindPage /> },
      { path: "/blind/:blind", element: <BlindRoundsPage /> },
      { path: "/deleted", element: <DeletedPage /> },
      { path: "/manual", element: <ManualPage /> },
      { path: "/manual/:chapter", element: <ManualPage /> },
      { path: "*", element: <NotFound /> },
    ],
  },
]);

function Themed() {
  const { theme } = useSettings();
  useLayoutEffect(() => {
    document.documentElement.dataset.theme = theme;
    document.querySelector("meta[name=theme-color]")?.setAttribute("content", palettes[theme].paper);
  }, [theme]);
  return (
    <Suspense fallback={<Rooms />}>
      <RouterProvider router={router} />
    </Suspense>
  );
}

/** What an address shows: it is fetched before anything is drawn over the room that the page has left for it. */
const shown: [RegExp, Pick<Fetched<object>, "preload">[]][] = [
  [/^\/(now)?$/, [NowPage]],
  [/^\/now\/plan$|^\/places\/\d+\/brews\/\d+$/, [PlanPage]],
  [/\/guide$/, [GuidePage]],
  [/^\/practice$/, [PracticePage]],
  [/^\/trips\/\d+\/stops\/\d+\/brews\/(\d+|new)$/, [PlanPage, NewPlanPage, TripRibbon]],
  [/^\/trips\/\d+\/stops\/\d+$/, [StopPage, TripRibbon]],
  [/^\/trips\/\d+$/, [RoutePage, TripRibbon]],
  [/^\/trips$/, [TripsPage]],
];
const address = mode === "file" ? location.hash.slice(1) || "/" : location.pathname;
const wanted = shown.find(([path]) => path.test(address))?.[1] ?? [];

const begin = () => {
  performance.mark("began");
  createRoot(document.getElementById("root") as HTMLElement).render(
    <StrictMode>
      <QueryClientProvider client={queryClient}>
        <SettingsProvider>
          <Themed />
        </SettingsProvider>
      </QueryClientProvider>
    </StrictMode>,
  );
};
// And what it tells is asked for meanwhile.
const [, ofTrip] = /^\/trips\/(\d+)/.exec(address) ?? [];
const [, ofBrew] = /\/brews\/(\d+)/.exec(address) ?? [];
if (ofTrip) void queryClient.prefetchQuery(tripQuery(Number(ofTrip)));
if (ofBrew) void queryClient.prefetchQuery(brewQuery(Number(ofBrew)));

// What cannot be fetched is asked for again where it is shown, and says what is wrong.
Promise.all(wanted.map((v) => v.preload())).then(begin, begin);

if (inPocket) {
  // Another tab has written something: read it again.
  whenOthersWrite(() => void queryClient.invalidateQueries());
  open().catch(() => undefined);
}
if (!inPocket) wakeWhenIdle();

// Installed: what was done without the server comes home, and a newer version is looked for.
if (mode !== "file" && globalThis.navigator.serviceWorker?.controller) {
  setTimeout(() => {
    void import("./pocket/installed").then((i) => i.lookForNewer());
    if (mode === "server") void import("./pocket/meet").then((m) => m.bringHome());
  }, 800);
}
