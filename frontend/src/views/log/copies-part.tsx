// Safety copies: everything as it was before each time that a file took its place.
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { copiesQuery, restoreCopy } from "../../api/copies";
import { allChanged } from "../../api/rests";
import { plainWords } from "../../ui/typed";

const when = (seconds: number): string =>
  new Date(seconds * 1000).toLocaleString("en-GB", { weekday: "short", day: "numeric", month: "short", year: "numeric", hour: "2-digit", minute: "2-digit" }).replace(",", "");

export function CopiesPart() {
  const queries = useQueryClient();
  const { data, error } = useQuery(copiesQuery);
  const [asked, setAsked] = useState<string | null>(null);
  const put = useMutation({
    mutationFn: restoreCopy,
    onSuccess: () => { setAsked(null); return allChanged(queries); },
  });
  return (
    <>
      <h2>Safety copies</h2>
      <p>Before a file takes the place of everything, all that is here is copied beside the database. The last five stay.</p>
      {data?.copies.length === 0 && <p>None yet.</p>}
      {!data && error && <p role="alert" className="said">{plainWords(error)}</p>}
      <ul className="data-files">
        {data?.copies.map((copy) => (
          <li key={copy.name}>
            {when(copy.at_utc_s)}, {(copy.size_bytes / 1e6).toFixed(1)} MB{" "}
            {asked === copy.name ? (
              <span className="strip" role="status">
                It takes the place of everything that is here, which is copied first.{" "}
                <button type="button" className="do" disabled={put.isPending} onClick={() => put.mutate(copy.name)}>{put.isPending ? "putting it back …" : "take its place"}</button>{" "}
                <button type="button" className="plain" onClick={() => setAsked(null)}>leave it</button>
              </span>
            ) : <button type="button" className="plain" onClick={() => setAsked(copy.name)}>put it back</button>}
          </li>
        ))}
      </ul>
      {put.error && <p role="alert" className="said">{plainWords(put.error)}</p>}
      {put.data && <p role="status">{put.data.rows} rows are in. What was here before is the newest copy.</p>}
    </>
  );
}
