// The box changed, one thing after another; all that rests on it is asked for again.
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { changed } from "../../api/rests";
import { bringCsv, putBack, saveGear, sayCounted, takeOut, weighGear, type GearKind, type Typed } from "../../api/gear";

export function useGear(kind: GearKind) {
  const queries = useQueryClient();
  const onSuccess = () => changed(queries, "box");
  const save = useMutation({ mutationFn: ({ id, typed }: { id: number | null; typed: Typed }) => saveGear(kind, id, typed), onSuccess });
  const remove = useMutation({ mutationFn: (id: number) => takeOut(kind, id), onSuccess });
  const back = useMutation({ mutationFn: (id: number) => putBack(kind, id), onSuccess });
  const count = useMutation({ mutationFn: ({ id, at }: { id: number; at: number | null }) => sayCounted(kind, id, at), onSuccess });
  const bring = async (text: string, onlyTry: boolean) => {
    const taken = await bringCsv(kind, text, onlyTry);
    if (!onlyTry) await onSuccess();
    return taken;
  };
  const weigh = useMutation({
    mutationFn: ({ id, mass_g }: { id: number; mass_g: number | null }) => weighGear(kind, id, mass_g),
    onSuccess,
  });
  return { save, remove, back, count, bring, weigh };
}
