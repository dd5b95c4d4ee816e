/** The desk: the wall above, and under its counter the papers one works from. */
import { useQuery } from "@tanstack/react-query";
import { type CSSProperties, useCallback, useEffect, useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import type { Job } from "../api/client";
import { planOptions, settingOutOptions } from "../api/queries";
import { StepBar } from "../desk/StepBar";
import { addressOf, openStep, type StepId } from "../desk/steps";
import { HeightBar, useWallHeight } from "../desk/wallHeight";
import { KitchenDrawing } from "../drawing/KitchenDrawing";
import { WallDrawing } from "../drawing/WallDrawing";
import { AfterDrawing } from "../job/AfterDrawing";
import { useBeside } from "../job/beside";
import { replaced } from "../job/pointer";
import { type Start, withStart } from "../job/start";
import { useEditor } from "../job/useEditor";
import { useStartDrag } from "../job/useStartDrag";
import { useStartKeys } from "../job/useStartKeys";
import { useShowWall, useWall } from "../job/useWall";
import { TapeKeys } from "../parts/TapeKeys";
import { DeskPapers } from "./DeskPapers";
import { JobHeader } from "./JobHeader";
import { MeterStrip } from "./MeterStrip";
import { Notices } from "./Notices";
import { WallBar } from "./WallBar";

export function Desk() {
  const { editor, view } = useEditor();
  const shown = useWall();
  const showWall = useShowWall();
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const [finding, setFinding] = useState<string | null>(null);
  const [pointing, setPointing] = useState(false);
  const [search, setSearch] = useSearchParams();
  // The address as text: it changes when another step or paper is opened, and at no key.
  const address = search.toString();
  const open = useMemo(() => openStep(new URLSearchParams(address)), [address]);
  const turn = useCallback(
    (key: string, name: string) =>
      setSearch((old) => ({ ...Object.fromEntries(old), ...addressOf(name), [key]: name }), {
        replace: true,
      }),
    [setSearch],
  );
  const toStep = useCallback(
    (step: StepId) =>
      setSearch((old) => {
        const wall = old.get("wall");
        return { step, ...(wall ? { wall } : {}) };
      }),
    [setSearch],
  );
  const [wallHeight, setWallHeight] = useWallHeight();
  const [metering, setMetering] = useState(false);
  const drag = useStartDrag(shown.startAt);
  useStartKeys(open.step.id === "lay-out" && !shown.all ? shown.startAt : null);

  const pick = useCallback((pieces: readonly string[]) => {
    setFinding(null);
    setPicked(new Set(pieces));
  }, []);
  const [wanted, setWanted] = useState<string | null>(null);
  const [thing, setThing] = useState<string | null>(null);
  const active = open.left === "Notebook" ? thing : null;
  const chooseFinding = useCallback(
    (id: string | null, pieces: readonly string[], surface: string) => {
      setFinding(id);
      setPicked(new Set(pieces));
      if (id) showWall(surface);
    },
    [showWall],
  );
  const toDoubted = useCallback(
    (wall: string, id: string) => {
      showWall(wall);
      if (id) setThing(id);
    },
    [showWall],
  );
  const toThing = useCallback(
    (id: string) => {
      turn("paper", "Notebook");
      setThing(id);
    },
    [turn],
  );
  const toField = useCallback(
    (pointer: string) => {
      setWanted(pointer);
      if (pointer.startsWith("/settings/")) return turn("paper", "Rules");
      const [, number, , line] = pointer.match(/^\/walls\/(\d+)(\/things\/(\d+))?/) ?? [];
      const wall = editor.get().view.job.walls[Number(number)];
      const named = wall?.things?.[Number(line)]?.id;
      setSearch(
        (old) => ({
          ...Object.fromEntries(old),
          ...addressOf("Notebook"),
          ...(wall ? { wall: wall.id } : {}),
        }),
        { replace: true },
      );
      if (named) setThing(named);
    },
    [editor, setSearch, turn],
  );
  const wantedField = useMemo(() => ({ pointer: wanted, found: () => setWanted(null) }), [wanted]);
  useEffect(() => {
    document.title = `${view.job.name} · Pennant`;
  }, [view.job.name]);

  const setting = open.left === "Set out" && (shown.own || shown.counter?.top === true);
  useBeside("setting-out", setting);
  const { data: struck } = useQuery({ ...settingOutOptions(view.job), enabled: setting });
  const lines = struck?.find(({ surface }) => surface === shown.surface.id) ?? null;

  const [over, setOver] = useState<Start | null>(null);
  const laidOver = open.left === "Compare" ? over : null;
  const tried = useMemo(
    () => (laidOver ? withStart(view.job, shown.startAt, laidOver) : null),
    [laidOver, view.job, shown.startAt],
  );
  const { data: other } = useQuery(planOptions(tried as Job | null));
  const ghost =
    (tried && other?.surfaces.find(({ surface }) => surface === shown.surface.id)) || null;

  return (
    <TapeKeys>
      <div className="flex h-full flex-col max-md:h-auto max-md:min-h-full">
        <JobHeader prints={open.step.prints} />
        <Notices />
        {metering && <MeterStrip />}
        <StepBar states={view.sheet.steps ?? []} open={open.step.id} onOpen={toStep} />
        <WallBar metering={metering} onMetering={setMetering} />
        <main className="flex min-h-0 grow flex-col">
          <section
            aria-label="The wall"
            style={{ "--wall": wallHeight === null ? "54%" : `${wallHeight}px` } as CSSProperties}
            className="wall min-h-0 shrink-0 basis-(--wall) max-md:sticky max-md:top-10 max-md:z-10 max-md:h-[40vh] max-md:basis-auto max-md:bg-skim"
          >
            {shown.all ? (
              <KitchenDrawing />
            ) : (
              <WallDrawing
                shown={shown}
                step={open.step.id}
                picked={picked}
                onPicked={pick}
                active={active}
                onThing={toThing}
                struck={setting ? lines : null}
                ghost={ghost}
                drag={drag}
                pointing={
                  pointing
                    ? (x) => {
                        setPointing(false);
                        const step = view.sheet.step_mm;
                        const to = Math.min(
                          Math.max(0, Math.round(x / step) * step),
                          shown.wall.length,
                        );
                        editor.commit(
                          replaced(editor.get().draft, `${shown.pointer}/start/across/x`, to),
                          "Start: centred on a point",
                        );
                      }
                    : null
                }
              />
            )}
          </section>
          <HeightBar height={wallHeight} onHeight={setWallHeight} />
          <AfterDrawing>
            <DeskPapers
              open={open}
              onTurn={turn}
              wanted={wantedField}
              thing={active}
              onThing={setThing}
              pointing={pointing}
              onPointing={setPointing}
              over={over}
              onOver={setOver}
              finding={finding}
              onFinding={chooseFinding}
              onDoubted={toDoubted}
              onField={toField}
              picked={picked}
              onPicked={pick}
              lines={lines}
            />
          </AfterDrawing>
        </main>
      </div>
    </TapeKeys>
  );
}
