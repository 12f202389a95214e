// Changes to rules: sent one after another; whatever rests on them is asked for again.
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { rulesQuery } from "../../api/choice";
import { changed } from "../../api/rests";
import { client, unwrap } from "../../api/client";
import type { NewRule, Rules } from "../../api/types";

export function useRules() {
  const queries = useQueryClient();
  const took = (rules: Rules) => {
    queries.setQueryData(rulesQuery.queryKey, rules);
    void changed(queries, "rules");
  };
  const change = useMutation({
    mutationFn: ({ key, on, weight }: { key: string; on: boolean; weight: number | null }) =>
      unwrap(client.PUT("/api/rules/{key}", { params: { path: { key } }, body: { on, weight } })),
    // Shown at once; put back when the server does not take it.
    onMutate: ({ key, on, weight }) => {
      const before = queries.getQueryData(rulesQuery.queryKey);
      if (before) {
        queries.setQueryData(rulesQuery.queryKey, {
          ...before,
          rules: before.rules.map((r) => (r.key === key ? { ...r, on, weight: weight ?? r.ships ?? r.weight } : r)),
        });
      }
      return before;
    },
    onError: (_error, _change, before) => { if (before) queries.setQueryData(rulesQuery.queryKey, before); },
    onSuccess: took,
  });
  const add = useMutation({
    mutationFn: (body: NewRule) => unwrap(client.POST("/api/rules", { body })), onSuccess: took,
  });
  const remove = useMutation({
    mutationFn: (row_id: number) =>
      unwrap(client.DELETE("/api/rules/own/{row_id}", { params: { path: { row_id } } })),
    onSuccess: took,
  });
  return { change, add, remove, error: change.error ?? add.error ?? remove.error };
}

export const ownId = (key: string): number => Number(key.split(":")[1]);
