// When it goes wrong on the water: a few questions, then the first change to try, then the next.
import { useState } from "react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { doctorQuery } from "../../api/choice";
import type { ChoiceQuery, Doctor, Outfit } from "../../api/types";
import { useChosen } from "../../features/question/question";
import { partsOf } from "./words";
import { useUnits } from "../../features/question/use-units";
import { numberWords } from "./words";

export function DoctorPart({ outfit, query }: { outfit: Outfit; query: ChoiceQuery }) {
  const { reference } = useChosen();
  const [trouble, setTrouble] = useState<string | null>(null);
  const [answers, setAnswers] = useState<Record<string, string>>({});
  const result = useQuery({
    ...doctorQuery({
      ...query, trouble: trouble ?? "", ...partsOf(outfit),
      answers: Object.entries(answers).map(([key, value]) => `${key}:${value}`).join(","),
    }),
    enabled: trouble !== null, placeholderData: keepPreviousData,
  });
  const doctor = result.data?.trouble === trouble ? result.data : undefined;
  return (
    <section className="doctor">
      <h2>It goes wrong</h2>
      <div className="symptoms" role="group" aria-label="what happens">
        {reference.symptoms.map((s) => (
          <button key={s.key} type="button" aria-pressed={s.key === trouble} title={s.says}
                  onClick={() => { setTrouble(s.key === trouble ? null : s.key); setAnswers({}); }}>{s.name}</button>
        ))}
      </div>
      {trouble !== null && result.error && <p role="alert" className="said">{result.error.message.replaceAll("`", "")}</p>}
      {doctor && <Asked doctor={doctor} answers={answers} onAnswer={(key, value) => setAnswers((a) => ({ ...a, [key]: value }))} />}
    </section>
  );
}

function Asked({ doctor, answers, onAnswer }: {
  doctor: Doctor; answers: Record<string, string>; onAnswer: (key: string, value: string) => void;
}) {
  const units = useUnits();
  const open = doctor.questions.some((q) => !(q.key in answers));
  return (
    <div className="doctor-body">
      <p className="doctor-says">{doctor.says}</p>
      {doctor.questions.map((q) => (
        <fieldset key={q.key}>
          <legend>{q.ask}</legend>
          {q.answers.map((a) => (
            <button key={a.key} type="button" aria-pressed={answers[q.key] === a.key} onClick={() => onAnswer(q.key, a.key)}>{a.words}</button>
          ))}
        </fieldset>
      ))}
      <p className="sheet-note">{open ? "Answered or not, this is the order to try:" : "Change one thing at a time, the first first:"}</p>
      <ol className="changes" aria-live="polite">
        {doctor.changes.map((c) => <li key={c.key}>{c.says.replace("{n}", numberWords(c, units))}</li>)}
      </ol>
    </div>
  );
}
