/** Starts the site file: its data are in the page, and nothing is asked of anybody. */
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { useState } from "react";
import { createRoot } from "react-dom/client";
import { Trouble } from "../parts/Trouble";
import { SiteParts } from "../site/SiteParts";
import { FileSite, type SiteData } from "./FileSite";
import "./styles.css";

const all = document.getElementById("all");

function AllMeasures() {
  const [shown, setShown] = useState(false);
  return (
    <button
      type="button"
      className="button mt-2 min-h-12 w-full"
      aria-expanded={shown}
      onClick={() => {
        if (all) all.hidden = shown;
        if (!shown) all?.scrollIntoView();
        setShown(!shown);
      }}
    >
      {shown ? "Hide all cuts and measures" : "All cuts and measures on one page"}
    </button>
  );
}

const root = document.getElementById("root");
const text = document.getElementById("kit")?.textContent;
if (root && text) {
  const data = JSON.parse(text) as SiteData;
  document.getElementById("no-script")?.remove();
  if (all) all.hidden = true;
  createRoot(root).render(
    <QueryClientProvider client={new QueryClient()}>
      <Trouble>
        <FileSite data={data}>
          {(giveBack) => <SiteParts record={<AllMeasures />}>{giveBack}</SiteParts>}
        </FileSite>
      </Trouble>
    </QueryClientProvider>,
  );
}
