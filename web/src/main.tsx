/** Starts the application in the page. */
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, matchPath, Route, Routes } from "react-router";
import { jobOptions } from "./api/queries";
import { aroundJob, PAGES } from "./pages/routes";
import { ShowLater } from "./parts/later";
import { Trouble } from "./parts/Trouble";
import "./styles.css";

const client = new QueryClient({ defaultOptions: { queries: { retry: 1 } } });
const root = document.getElementById("root");
if (!root) throw new Error("the page has no root");

// What this address needs is fetched at the same time: its scripts, and the job. What fails is
// asked for again by the page itself, which says so.
for (const { path, page, inJob } of PAGES) {
  const match = path === "*" ? null : matchPath(path, window.location.pathname);
  if (!match) continue;
  page.load().catch(() => {});
  if (!inJob) continue;
  aroundJob.load().catch(() => {});
  client.prefetchQuery(jobOptions(match.params.id ?? ""));
}

createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <BrowserRouter>
        <Trouble>
          <Routes>
            {PAGES.map(({ path, page, inJob }) => {
              const shown = <ShowLater key={path} page={page} />;
              return (
                <Route
                  key={path}
                  path={path}
                  element={inJob ? <ShowLater page={aroundJob}>{shown}</ShowLater> : shown}
                />
              );
            })}
          </Routes>
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
