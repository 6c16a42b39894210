import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { lazy, Suspense, useEffect, useMemo, useState, type ReactNode } from "react";
import { BrowserRouter, Navigate, Outlet, Route, Routes } from "react-router";
import { RefusedError } from "../api/client";
import { Hatches } from "../drawing/Hatches";
import { ShelfPage } from "../features/shelf";
import { SignInPage } from "../features/signin";
import { keyHash } from "../lib/keyHash";
import { recall, remember, SettingsContext, type Settings, type Theme } from "../lib/settings";
import { markHere, orderHere, type Mark, type Order } from "../lib/locale";
import type { Units } from "../api/types";
import { Boundary } from "../ui/Boundary";
import { Failed } from "./Failed";
import { KeyList } from "./KeyList";
import { Nowhere } from "./Nowhere";
import { Signed } from "./Signed";

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      queryKeyHashFn: keyHash,
      retry: (count, error) => !(error instanceof RefusedError) && count < 2,
      refetchOnWindowFocus: false,
    },
  },
});

const BenchPage = lazy(() => import("../features/bench").then(({ BenchPage: page }) => ({ default: page })));
const PrintPage = lazy(() => import("../features/bench").then(({ PrintPage: page }) => ({ default: page })));
const BriefPage = lazy(() => import("../features/brief").then(({ BriefPage: page }) => ({ default: page })));

const yard = () => import("../features/yard");
const YardsPage = lazy(() => yard().then(({ YardsPage: page }) => ({ default: page })));
const YardPage = lazy(() => yard().then(({ YardPage: page }) => ({ default: page })));
const HivePage = lazy(() => yard().then(({ HivePage: page }) => ({ default: page })));
const VisitPage = lazy(() => yard().then(({ VisitPage: page }) => ({ default: page })));
const ReckonedPage = lazy(() => yard().then(({ ReckonedPage: page }) => ({ default: page })));
const BuiltPage = lazy(() => yard().then(({ BuiltPage: page }) => ({ default: page })));
const ComparePage = lazy(() => import("../features/compare").then(({ ComparePage: page }) => ({ default: page })));
const HandbookPage = lazy(() => import("../features/handbook").then(({ HandbookPage: page }) => ({ default: page })));
const Glossary = lazy(() => import("../features/handbook/Glossary").then(({ Glossary: all }) => ({ default: all })));
const AccountPage = lazy(() => import("../features/account").then(({ AccountPage: page }) => ({ default: page })));
const SharedPage = lazy(() => import("../features/shared").then(({ SharedPage: page }) => ({ default: page })));

/** Which page lies at which address. */
function Pages() {
  return (
    <Routes>
      <Route path="/sign-in" element={<SignInPage />} />
      <Route path="/shared/:secret" element={<SharedPage />} />
      <Route path="/handbook" element={<HandbookPage />} />
      <Route path="/handbook/:page" element={<HandbookPage />} />
      <Route element={<SignedIn />}>
        <Route path="/" element={<ShelfPage />} />
        <Route path="/index.html" element={<Navigate to="/" replace />} />
      </Route>
      <Route element={<SignedIn />}>
        <Route path="/brief" element={<BriefPage />} />
        <Route path="/compare" element={<ComparePage />} />
        <Route path="/account" element={<AccountPage />} />
      </Route>
      <Route path="/hive/:id" element={<Navigate to="shape" replace />} />
      <Route element={<SignedIn />}>
        <Route path="/hive/:id/print" element={<PrintPage />} />
        <Route path="/hive/:id/print/:step" element={<PrintPage />} />
      </Route>
      <Route element={<SignedIn />}>
        <Route path="/yard" element={<YardsPage />} />
        <Route path="/yard/:id" element={<YardPage />} />
        <Route path="/yard/:id/year" element={<ReckonedPage />} />
        <Route path="/built/:id" element={<HivePage />} />
        <Route path="/built/:id/visit" element={<VisitPage />} />
        <Route path="/hive/:id/yard" element={<BuiltPage />} />
      </Route>
      {/* One bench for all its steps, so that undo and the chamber on it stay. */}
      <Route element={<SignedIn />}>
        <Route path="/hive/:id/:step" element={<BenchPage />} />
      </Route>
      <Route path="*" element={<Nowhere />} />
    </Routes>
  );
}

function SignedIn() {
  return (
    <Signed>
      <Outlet />
    </Signed>
  );
}

export function App() {
  return (
    <QueryClientProvider client={queries}>
      <WithSettings>
        <Hatches />
        <BrowserRouter>
          <Boundary broken={() => <Failed />}>
            <KeyList />
            <Suspense fallback={null}>
              <Glossary />
            </Suspense>
            <Suspense fallback={<p className="p-8">Opening …</p>}>
              <Pages />
            </Suspense>
          </Boundary>
        </BrowserRouter>
      </WithSettings>
    </QueryClientProvider>
  );
}

function WithSettings({ children }: { children: ReactNode }) {
  const [units, setUnits] = useState<Units>(() => recall("units", ["mm", "in", "in32"]) ?? "mm");
  const [mark, setMark] = useState<Mark | "">(() => recall("mark", [".", ","]) ?? "");
  const [order, setOrder] = useState<Order | "">(() => recall("order", ["day", "month", "year"]) ?? "");
  const [theme, setTheme] = useState<Theme>(() => recall("theme", ["sheet", "night"]) ?? preferred());

  useEffect(() => {
    document.documentElement.dataset["theme"] = theme;
  }, [theme]);

  const settings = useMemo<Settings>(
    () => ({
      reading: { units, mark: mark || markHere(), order: order || orderHere() },
      own: { mark, order },
      theme,
      setUnits: (next) => {
        remember("units", next);
        setUnits(next);
      },
      setMark: (next) => {
        remember("mark", next);
        setMark(next);
      },
      setOrder: (next) => {
        remember("order", next);
        setOrder(next);
      },
      setTheme: (next) => {
        remember("theme", next);
        setTheme(next);
      },
    }),
    [units, mark, order, theme],
  );
  return <SettingsContext value={settings}>{children}</SettingsContext>;
}

function preferred(): Theme {
  return matchMedia("(prefers-color-scheme: dark)").matches ? "night" : "sheet";
}
