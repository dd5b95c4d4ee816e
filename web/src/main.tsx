/** Starts the application in the page. */
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Route, Routes } from "react-router";
import { AgreePage } from "./pages/AgreePage";
import { Home } from "./pages/Home";
import { Desk, JobPage } from "./pages/JobPage";
import { MaterialsPage } from "./pages/MaterialsPage";
import { SawPage } from "./pages/SawPage";
import { ShelfPage } from "./pages/ShelfPage";
import { CutSheetPage } from "./papers/CutsPaper";
import "./styles.css";

const client = new QueryClient({ defaultOptions: { queries: { retry: 1 } } });
const root = document.getElementById("root");
if (!root) throw new Error("the page has no root");
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <BrowserRouter>
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
            path="/jobs/:id/saw"
            element={
              <JobPage>
                <SawPage />
              </JobPage>
            }
          />
          <Route
            path="/jobs/:id/materials"
            element={
              <JobPage>
                <MaterialsPage />
              </JobPage>
            }
          />
          <Route path="/shelf" element={<ShelfPage />} />
          <Route path="*" element={<Home />} />
        </Routes>
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>,
);
