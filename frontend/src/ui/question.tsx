// What the angler has set: choices that follow the person (settings, on the server) and the facts
// of the day (on this device). What was typed stays, whatever the server does.
import { useMutation, useQueryClient, useSuspenseQuery } from "@tanstack/react-query";
import {
  createContext,
  use,
  useCallback,
  useEffect,
  useMemo,
  useState,
  type ReactNode,
} from "react";
import { Away, client, unwrap } from "../api/client";
import { boxQuery, marksQuery, referenceQuery, settingsQuery } from "../api/resources";
import type { DayQuery, Settings } from "../api/types";

export interface Typed {
  depth?: { value: number; step: number };
  speed?: { value: number; step: number };
}

export interface Facts {
  /** local date, null for today */
  date: string | null;
  stance: DayQuery["stance"] | null;
  tip_height_m: number | null;
  cast_m: number | null;
  wind_m_s: number | null;
  temperature_c: number | null;
  feed_tension_n: number | null;
  zone: [number, number] | null;
  every_head: boolean;
  /** by mark and date */
  typed: Record<string, Typed>;
}

const EMPTY: Facts = {
  date: null, stance: null, tip_height_m: null, cast_m: null, wind_m_s: null,
  temperature_c: null, feed_tension_n: null, zone: null, every_head: false, typed: {},
};
const KEY = "ilha.facts";
/** How soon a choice that the server did not take goes out again. */
const RESEND_MS = 3000;

function stored(): Facts {
  try {
    return { ...EMPTY, ...(JSON.parse(localStorage.getItem(KEY) ?? "{}") as Partial<Facts>) };
  } catch {
    return EMPTY;
  }
}

interface QuestionValue {
  settings: Settings;
  facts: Facts;
  typed: Typed;
  /** settings that the server has not taken yet */
  unsaved: boolean;
  choose: (patch: Partial<Settings>) => void;
  set: (patch: Partial<Facts>) => void;
  setTyped: (patch: Typed) => void;
  query: DayQuery;
}

const Context = createContext<QuestionValue | null>(null);

function useChoices(): [Settings, boolean, (patch: Partial<Settings>) => void] {
  const queries = useQueryClient();
  const { data } = useSuspenseQuery(settingsQuery);
  const [unsaved, setUnsaved] = useState<Settings | null>(null);
  const save = useMutation({
    mutationFn: (body: Settings) => unwrap(client.PUT("/api/settings", { body })),
    onSuccess: (_, sent) => setUnsaved((waiting) => (waiting === sent ? null : waiting)),
    onError: (error) => {
      if (error instanceof Away) return;
      // The store will never take it: show what the store has.
      setUnsaved(null);
      void queries.invalidateQueries(settingsQuery);
    },
  });
  const { mutate, status } = save;
  useEffect(() => {
    if (unsaved) mutate(unsaved);
  }, [unsaved, mutate]);
  useEffect(() => {
    if (!unsaved || status !== "error") return;
    const again = setTimeout(() => mutate(unsaved), RESEND_MS);
    return () => clearTimeout(again);
  }, [unsaved, status, mutate]);
  const choose = useCallback(
    (patch: Partial<Settings>) => {
      const next = { ...queries.getQueryData(settingsQuery.queryKey)!, ...patch };
      queries.setQueryData(settingsQuery.queryKey, next);
      setUnsaved(next);
    },
    [queries],
  );
  return [data, unsaved !== null, choose];
}

export function QuestionProvider({ children }: { children: ReactNode }) {
  const [settings, unsaved, choose] = useChoices();
  const { data: box } = useSuspenseQuery(boxQuery);
  const { data: all } = useSuspenseQuery(marksQuery);
  const [facts, setFacts] = useState(stored);
  useEffect(() => {
    localStorage.setItem(KEY, JSON.stringify(facts));
  }, [facts]);
  const set = useCallback((patch: Partial<Facts>) => setFacts((f) => ({ ...f, ...patch })), []);

  const mark_id = settings.mark_id ?? all.marks[0]?.id ?? 0;
  const typedKey = `${mark_id}|${facts.date ?? "today"}`;
  const typed = useMemo(() => facts.typed[typedKey] ?? {}, [facts.typed, typedKey]);
  const setTyped = useCallback(
    (patch: Typed) =>
      setFacts((f) => ({
        ...f,
        typed: { ...f.typed, [typedKey]: { ...f.typed[typedKey], ...patch } },
      })),
    [typedKey],
  );
  const query = useMemo<DayQuery>(
    () => ({
      mark_id,
      plastic_id: settings.plastic_id ?? box.plastics[0]?.id ?? 0,
      line_id: settings.line_id ?? box.lines[Math.min(2, box.lines.length - 1)]?.id ?? 0,
      rod_id: settings.rod_id ?? box.rods[Math.min(1, box.rods.length - 1)]?.id,
      school: settings.school,
      date: facts.date ?? undefined,
      stance: facts.stance ?? undefined,
      tip_height_m: facts.tip_height_m ?? undefined,
      cast_m: facts.cast_m ?? undefined,
      wind_m_s: facts.wind_m_s ?? undefined,
      temperature_c: facts.temperature_c ?? undefined,
      feed_tension_n: facts.feed_tension_n ?? undefined,
      zone_from_m: facts.zone?.[0],
      zone_to_m: facts.zone?.[1],
      every_head: facts.every_head || undefined,
      typed_depth_m: typed.depth?.value,
      typed_depth_step: typed.depth?.step,
      typed_speed_m_s: typed.speed?.value,
      typed_speed_step: typed.speed?.step,
    }),
    [mark_id, settings, facts, typed, box],
  );
  const value = useMemo(
    () => ({ settings, facts, typed, unsaved, choose, set, setTyped, query }),
    [settings, facts, typed, unsaved, choose, set, setTyped, query],
  );
  return <Context value={value}>{children}</Context>;
}

export function useQuestion(): QuestionValue {
  const value = use(Context);
  if (!value) throw new Error("useQuestion stands outside its provider");
  return value;
}

/** The rows that the question's ids name. */
export function useChosen() {
  const { query } = useQuestion();
  const { data: box } = useSuspenseQuery(boxQuery);
  const { data: all } = useSuspenseQuery(marksQuery);
  const { data: reference } = useSuspenseQuery(referenceQuery);
  return {
    box,
    marks: all.marks,
    reference,
    mark: all.marks.find((m) => m.id === query.mark_id),
    plastic: box.plastics.find((p) => p.id === query.plastic_id),
    line: box.lines.find((l) => l.id === query.line_id),
    rod: box.rods.find((r) => r.id === query.rod_id),
  };
}
