// What is asked again after a change.
import { QueryClient, QueryObserver } from "@tanstack/react-query";
import { expect, it } from "vitest";
import { changed } from "./rests";

/** A server whose answers come when they are let go, each saying how many were asked before it. */
function slowServer() {
  const waiting: (() => void)[] = [];
  let asked = 0;
  return {
    answer: () => { const mine = asked++; return new Promise<number>((done) => waiting.push(() => done(mine))); },
    letGo: (i: number) => waiting[i]!(),
    asked: () => asked,
  };
}

it("does not take an answer that was asked before the change for one after it", async () => {
  const queries = new QueryClient();
  const server = slowServer();
  const seen = new QueryObserver(queries, {
    queryKey: ["choice", {}], staleTime: Infinity, queryFn: ({ signal }) => { void signal; return server.answer(); },
  });
  const stop = seen.subscribe(() => {});
  await changed(queries, "rules");
  await expect.poll(server.asked).toBe(2);
  server.letGo(0);
  server.letGo(1);
  await expect.poll(() => seen.getCurrentResult().data).toBe(1);
  stop();
});

it("leaves alone what does not rest on it", async () => {
  const queries = new QueryClient();
  queries.setQueryData(["settings"], 1);
  queries.setQueryData(["marks"], 1);
  queries.setQueryData(["day", 3], 1);
  await changed(queries, "box");
  const stale = (key: unknown[]) => queries.getQueryState(key)!.isInvalidated;
  expect([stale(["settings"]), stale(["marks"]), stale(["day", 3])]).toEqual([false, false, true]);
});
