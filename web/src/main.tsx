/** Starts the application in the page. */
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { lazy, StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Route, Routes } from "react-router";
import { Home } from "./pages/Home";
import { Trouble } from "./parts/Trouble";
import "./styles.css";

// Each page comes when it is opened: whoever is at the saw does not load the desk.
const AgreePage = lazy(async () => ({ default: (await import("./pages/AgreePage")).AgreePage }));
const CutSheetPage = lazy(async () => ({
  default: (await import("./papers/CutsPaper")).CutSheetPage,
}));
const DaysPage = lazy(async () => ({ default: (await import("./pages/DaysPage")).DaysPage }));
const Desk = lazy(async () => ({ default: (await import("./pages/Desk")).Desk }));
const JobPage = lazy(async () => ({ default: (await import("./pages/JobPage")).JobPage }));
const MaterialsPage = lazy(async () => ({
  default: (await import("./pages/MaterialsPage")).MaterialsPage,
}));
const NewJobPage = lazy(async () => ({
  default: (await import("./pages/NewJobPage")).NewJobPage,
}));
const PapersPage = lazy(async () => ({
  default: (await import("./pages/PapersPage")).PapersPage,
}));
const SawPage = lazy(async () => ({ default: (await import("./pages/SawPage")).SawPage }));
const ShadesPage = lazy(async () => ({
  default: (await import("./pages/ShadesPage")).ShadesPage,
}));
const SitePage = lazy(async () => ({ default: (await import("./pages/SitePage")).SitePage }));
const ShelfPage = lazy(async () => ({ default: (await import("./pages/ShelfPage")).ShelfPage }));

const PairPage = lazy(async () => ({ default: (await import("./pages/PairPage")).PairPage }));
const PhonesPage = lazy(async () => ({
  default: (await import("./pages/PhonesPage")).PhonesPage,
}));

const client = new QueryClient({ defaultOptions: { queries: { retry: 1 } } });
const root = document.getElementById("root");
if (!root) throw new Error("the page has no root");
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <BrowserRouter>
        <Trouble>
          <Suspense fallback={<p className="aside p-4">Opening…</p>}>
            <Routes>
              <Route path="/" element={<Home />} />
              <Route
                path="/jobs/:id"
                element={
                  <JobPage>
                    <Desk />
                  </JobPage>
                }
              />
              <Route
                path="/jobs/:id/agree"
                element={
                  <JobPage>
                    <AgreePage />
                  </JobPage>
                }
              />
              <Route
                path="/jobs/:id/cuts"
                element={
                  <JobPage>
                    <CutSheetPage />
                  </JobPage>
                }
              />
              <Route
                path="/jobs/:id/days"
                element={
                  <JobPage>
                    <DaysPage />
                  </JobPage>
                }
              />
              <Route path="/jobs/:id/site" element={<SitePage />} />
              <Route
                path="/jobs/:id/shades"
                element={
                  <JobPage>
                    <ShadesPage />
                  </JobPage>
                }
              />
              <Route
                path="/jobs/:id/papers"
                element={
                  <JobPage>
                    <PapersPage />
                  </JobPage>
                }
              />
              <Route path="/jobs/:id/saw" element={<SawPage />} />
              <Route
                path="/jobs/:id/materials"
                element={
                  <JobPage>
                    <MaterialsPage />
                  </JobPage>
                }
              />
              <Route path="/new" element={<NewJobPage />} />
              <Route path="/phones" element={<PhonesPage />} />
              <Route path="/pair" element={<PairPage />} />
              <Route path="/shelf" element={<ShelfPage />} />
              <Route path="*" element={<Home />} />
            </Routes>
          </Suspense>
        </Trouble>
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>,
);

// So that the pages open on site, where no server is in reach. A browser has it for pages of the
// machine itself, and for secured ones; elsewhere there is the site file.
if (import.meta.env.PROD && "serviceWorker" in navigator) {
  navigator.serviceWorker.register("/service-worker.js").catch(() => {});
}
