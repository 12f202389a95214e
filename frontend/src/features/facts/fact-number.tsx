// One number of the day's facts: typed by the angler, or back to what is assumed.
import { NumberSheet } from "../../ui/number-sheet";
import type { Facts } from "../question/facts";
import { useQuestion } from "../question/question";
import type { ComponentProps } from "react";

type Numbers = { [K in keyof Facts]: Facts[K] extends number | null ? K : never }[keyof Facts];

interface Props extends Omit<ComponentProps<typeof NumberSheet>, "value" | "onSet" | "onClear"> {
  field: Numbers;
  assumed: number | null;
  close: () => void;
}

export function FactNumber({ field, assumed, close, clearWords, ...sheet }: Props) {
  const { facts, set } = useQuestion();
  const typed = facts[field];
  return (
    <NumberSheet
      {...sheet}
      value={typed ?? assumed}
      onSet={(value) => { set({ [field]: value }); close(); }}
      onClear={typed === null ? undefined : () => { set({ [field]: null }); close(); }}
      clearWords={clearWords ?? "back to what is assumed"}
    />
  );
}
