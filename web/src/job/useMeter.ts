/** Readings of a laser meter, as they come; each goes into the length field that has the focus. */
import { useCallback, useEffect, useRef, useState } from "react";
import { api, ask } from "../api/client";
import { listenToMeter } from "./meterStream";

export interface Reading {
  number: number;
  mm: number | null;
  failure: string;
}

export type MeterState = "off" | "looking" | "ready";

export interface Landed {
  reading: Reading;
  /** The field that it landed in; null if none had the focus. */
  field: string | null;
}

/** Listens to the meter while it is wanted. `land` gives a reading to a field and names it. */
export function useMeter(wanted: boolean, land: (mm: number) => string | null) {
  const [state, setState] = useState<MeterState>("off");
  const [trouble, setTrouble] = useState("");
  const [last, setLast] = useState<Landed | null>(null);
  const landing = useRef(land);
  landing.current = land;
  useEffect(() => {
    if (!wanted) {
      setState("off");
      return;
    }
    setState("looking");
    return listenToMeter(({ name, data }) => {
      if (name === "off") {
        setState("looking");
        setTrouble((JSON.parse(data) as { message: string }).message);
        return;
      }
      setState("ready");
      setTrouble("");
      // A page that nobody looks at must not take a reading meant for another.
      if (name === "reading" && document.visibilityState === "visible") {
        const reading = JSON.parse(data) as Reading;
        const field = reading.mm === null ? null : landing.current(reading.mm);
        setLast({ reading, field });
      }
    });
  }, [wanted]);
  const shoot = useCallback(async (aim: number | null) => {
    try {
      await ask(api.POST("/api/meter/shoot", { body: { aim } }));
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : "The meter does not answer");
    }
  }, []);
  return { state, trouble, last, shoot, forget: () => setLast(null) };
}
