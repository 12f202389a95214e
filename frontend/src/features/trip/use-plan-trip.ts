// A trip planned from a mark, in one touch, wherever one stands.
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { addTrip } from "../../api/trips";
import type { Mark } from "../../api/types";
import { plainWords } from "../../ui/typed";
import { shiftDate } from "../facts/when";
import { dateAt } from "../log/trip-rail";
import { useChosen, useQuestion } from "../question/question";
import { newTrip } from "./new-trip";

/** plan : keeps it and goes there. said : why it could not be kept, "" else. */
export function usePlanTrip(): { plan: (from: Mark) => void; said: string } {
  const queries = useQueryClient();
  const { marks } = useChosen();
  const { settings, facts } = useQuestion();
  const go = useNavigate();
  const [said, setSaid] = useState("");
  const plan = async (from: Mark) => {
    try {
      setSaid("");
      const tomorrow = shiftDate(dateAt(Date.now() / 1000, from.time_zone), 1);
      const kept = await addTrip(queries, newTrip(from, marks, settings, facts, facts.date ?? tomorrow));
      void go(`/trip?id=${kept.id}`);
    } catch (error) {
      setSaid(plainWords(error));
    }
  };
  return { plan: (from) => void plan(from), said };
}
