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
import { Away, client, unwrap } from "../../api/client";
import { boxQuery, marksQuery, referenceQuery, settingsQuery } from "../../api/resources";
import type { Box, DayQuery, Line, Mark, Plastic, Reference, Rod, Settings } from "../../api/types";
import { FACTS_KEY, makeQuery, storedFacts, typedKeyOf, type Facts, type Typed } from "./facts";

/** How soon a choice that the server did not take goes out again. */
const RESEND_MS = 3000;

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

/** The rows that the question's ids name, and the lists they are of. */
interface Chosen {
  box: Box;
  marks: Mark[];
  reference: Reference;
  mark: Mark | undefined;
  plastic: Plastic | undefined;
  line: Line | undefined;
  rod: Rod | undefined;
}

const ChosenContext = createContext<Chosen | null>(null);
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
  const [facts, setFacts] = useState(storedFacts);
  useEffect(() => {
    localStorage.setItem(FACTS_KEY, JSON.stringify(facts));
  }, [facts]);
  const set = useCallback((patch: Partial<Facts>) => setFacts((f) => ({ ...f, ...patch })), []);

  const typedKey = typedKeyOf(settings, facts, all.marks);
  const typed = useMemo(() => facts.typed[typedKey] ?? {}, [facts.typed, typedKey]);
  const setTyped = useCallback(
    (patch: Typed) =>
      setFacts((f) => ({
        ...f,
        typed: { ...f.typed, [typedKey]: { ...f.typed[typedKey], ...patch } },
      })),
    [typedKey],
  );
  const query = useMemo(
    () => makeQuery(settings, facts, box, all.marks), [settings, facts, box, all]);
  const value = useMemo(
    () => ({ settings, facts, typed, unsaved, choose, set, setTyped, query }),
    [settings, facts, typed, unsaved, choose, set, setTyped, query],
  );
  return <Context value={value}><ChosenProvider query={query}>{children}</ChosenProvider></Context>;
}

/** Looked up once for all who read it: many do, with each frame of a drag. */
function ChosenProvider({ query, children }: { query: DayQuery; children: ReactNode }) {
  const { data: box } = useSuspenseQuery(boxQuery);
  const { data: { marks } } = useSuspenseQuery(marksQuery);
  const { data: reference } = useSuspenseQuery(referenceQuery);
  const chosen = useMemo((): Chosen => ({
    box, marks, reference,
    mark: marks.find((m) => m.id === query.mark_id),
    plastic: box.plastics.find((p) => p.id === query.plastic_id),
    line: box.lines.find((l) => l.id === query.line_id),
    rod: box.rods.find((r) => r.id === query.rod_id),
  }), [box, marks, reference, query.mark_id, query.plastic_id, query.line_id, query.rod_id]);
  return <ChosenContext value={chosen}>{children}</ChosenContext>;
}

export function useQuestion(): QuestionValue {
  const value = use(Context);
  if (!value) throw new Error("useQuestion stands outside its provider");
  return value;
}

export function useChosen(): Chosen {
  const chosen = use(ChosenContext);
  if (!chosen) throw new Error("useChosen stands outside its provider");
  return chosen;
}
