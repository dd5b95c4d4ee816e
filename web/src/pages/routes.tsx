/** Every address and its page. Each page comes when it is opened: the saw does not load the desk. */
import { Later } from "../parts/later";
import { Home } from "./Home";

/** An address of the application; ``inJob``: its page is of one job, opened. */
export interface PageAt {
  path: string;
  page: Later;
  inJob?: true;
}

// The list of jobs is in the first script: it is what one opens most.
const home = new Later(async () => Home);
home.here = Home;

/** What opens a job, around its page. */
export const aroundJob = new Later(async () => (await import("./JobPage")).JobPage);

export const PAGES: readonly PageAt[] = [
  { path: "/", page: home },
  { path: "/jobs/:id", inJob: true, page: new Later(async () => (await import("./Desk")).Desk) },
  {
    path: "/jobs/:id/agree",
    inJob: true,
    page: new Later(async () => (await import("./AgreePage")).AgreePage),
  },
  {
    path: "/jobs/:id/cuts",
    inJob: true,
    page: new Later(async () => (await import("../papers/CutsPaper")).CutSheetPage),
  },
  {
    path: "/jobs/:id/days",
    inJob: true,
    page: new Later(async () => (await import("./DaysPage")).DaysPage),
  },
  {
    path: "/jobs/:id/shades",
    inJob: true,
    page: new Later(async () => (await import("./ShadesPage")).ShadesPage),
  },
  {
    path: "/jobs/:id/papers",
    inJob: true,
    page: new Later(async () => (await import("./PapersPage")).PapersPage),
  },
  {
    path: "/jobs/:id/materials",
    inJob: true,
    page: new Later(async () => (await import("./MaterialsPage")).MaterialsPage),
  },
  {
    path: "/jobs/:id/which-tile",
    inJob: true,
    page: new Later(async () => (await import("./WhichTilePage")).WhichTilePage),
  },
  {
    path: "/jobs/:id/wished",
    inJob: true,
    page: new Later(async () => (await import("./WishedPage")).WishedPage),
  },
  { path: "/jobs/:id/site", page: new Later(async () => (await import("./SitePage")).SitePage) },
  { path: "/jobs/:id/saw", page: new Later(async () => (await import("./SawPage")).SawPage) },
  { path: "/new", page: new Later(async () => (await import("./NewJobPage")).NewJobPage) },
  { path: "/phones", page: new Later(async () => (await import("./PhonesPage")).PhonesPage) },
  { path: "/pair", page: new Later(async () => (await import("./PairPage")).PairPage) },
  { path: "/shelf", page: new Later(async () => (await import("./ShelfPage")).ShelfPage) },
  { path: "*", page: home },
];
