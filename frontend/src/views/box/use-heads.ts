// Heads changed in the box: sent one by one; all that rests on the box is asked for again.
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { RESTS_ON_RULES } from "../../api/choice";
import { client, unwrap } from "../../api/client";
import { boxQuery } from "../../api/resources";
import type { Head, NewHead } from "../../api/types";

export function useHeads() {
  const queries = useQueryClient();
  const again = async () => {
    for (const key of ["day", "fit", "lid", "card", "savings", ...RESTS_ON_RULES]) void queries.invalidateQueries({ queryKey: [key] });
    await queries.invalidateQueries(boxQuery);
  };
  const weigh = useMutation({
    mutationFn: ({ id, mass_g }: { id: number; mass_g: number | null }) =>
      unwrap(client.PUT("/api/heads/{row_id}/mass", { params: { path: { row_id: id } }, body: { mass_g, with_hook: true } })),
    onSuccess: again,
  });
  const save = useMutation({
    mutationFn: ({ id, body }: { id: number | null; body: NewHead }) => unwrap(id === null
      ? client.POST("/api/heads", { body })
      : client.PUT("/api/heads/{row_id}", { params: { path: { row_id: id } }, body })),
    onSuccess: again,
  });
  const remove = useMutation({
    mutationFn: (id: number) => unwrap(client.DELETE("/api/heads/{row_id}", { params: { path: { row_id: id } } })),
    onSuccess: again,
  });
  return { weigh, save, remove };
}

/** A head as it would be typed again. */
export const typedHead = (h: Head): NewHead => ({
  printed_oz: h.printed_oz, mass_g: h.weighed ? h.mass_g : null, shape: h.shape as NewHead["shape"],
  material: h.material as NewHead["material"], hook_size: h.hook_size as NewHead["hook_size"],
  keeper: h.keeper as NewHead["keeper"], keeper_takes_mm: h.keeper_takes_mm, weight_x_mm: h.weight_x_mm, carried: h.carried,
});
