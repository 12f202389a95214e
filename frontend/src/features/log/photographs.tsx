// Photographs of one thing in the log: small ones in its row, one of them large; another one added,
// one taken out and put back. Without the server they wait on the device.
import { useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { Form, Modal } from "react-bootstrap";
import { Away, isInFile } from "../../api/client";
import { PICTURES, addPhotograph, pictureOf, putPhotographBack, takeOutPhotograph } from "../../api/photographs";
import { changed } from "../../api/rests";
import type { Photograph } from "../../api/types";
import { placeText } from "../../base/position";
import { plainWords } from "../../ui/typed";
import { useWaiting } from "./log";
import { dropPicture, keepPicture, usePictures } from "./pictures";

interface Props {
  of: Photograph[];
  event_id: string;
  /** what happened, such as "fish European seabass, 06:12" */
  words: string;
}

const named = (words: string, i: number, n: number): string => `photograph${n > 1 ? ` ${i + 1} of ${n}` : ""}: ${words}`;

/** Small ones, each opens; of what is only looked at nothing can be added or taken out. */
export function PhotographRow({ of, words, onTakeOut }: { of: Photograph[]; words: (one: Photograph) => string; onTakeOut?: (one: Photograph) => Promise<void> }) {
  const [open, setOpen] = useState<number | null>(null);
  const shown = of.find((one) => one.id === open);
  if (of.length === 0) return null;
  return (
    <>
      <ul className="photographs">{of.map((one, i) => (
        <li key={one.id}>
          <button type="button" className="plain" onClick={() => setOpen(one.id)}>
            <Picture one={one} small words={named(words(one), i, of.length)} />
          </button>
        </li>
      ))}</ul>
      {shown && <Large one={shown} words={named(words(shown), of.indexOf(shown), of.length)} onHide={() => setOpen(null)} onTakeOut={onTakeOut} />}
    </>
  );
}

/** It lies beside the database at home: with the server away, or copied without it, it is not to be had. */
function Picture({ one, words, small = false }: { one: Photograph; words: string; small?: boolean }) {
  const [away, setAway] = useState(false);
  if (away) return <span>{words}: its picture is not to be had here. It lies beside the database on the computer that Ilha runs on.</span>;
  return <img src={pictureOf(one.id, small)} alt={words} width={one.width} height={one.height} loading="lazy" onError={() => setAway(true)} />;
}

function Large({ one, words, onHide, onTakeOut }: { one: Photograph; words: string; onHide: () => void; onTakeOut: ((one: Photograph) => Promise<void>) | undefined }) {
  const id = useId();
  const [said, setSaid] = useState("");
  const where = one.latitude_deg !== null && one.longitude_deg !== null ? placeText(one.latitude_deg, one.longitude_deg) : null;
  return (
    <Modal show onHide={onHide} size="lg" centered aria-labelledby={`${id}-title`}>
      <Modal.Header closeButton><Modal.Title as="h2" id={`${id}-title`}>{words[0]!.toUpperCase() + words.slice(1)}</Modal.Title></Modal.Header>
      <Modal.Body className="photograph">
        <Picture one={one} words={words} />
        <p className="sheet-note">{where ? `Taken at ${where}.` : "Where it was taken is not kept."}</p>
        {onTakeOut && <p><button type="button" className="do" onClick={() => void onTakeOut(one).then(onHide, (why: Error) => setSaid(`Not taken out: ${plainWords(why)}`))}>take it out</button></p>}
        <p role="alert" className="said">{said}</p>
      </Modal.Body>
    </Modal>
  );
}

export function Photographs({ of, event_id, words }: Props) {
  const queries = useQueryClient();
  const [adding, setAdding] = useState(false);
  const [gone, setGone] = useState<Photograph | null>(null);
  const [said, setSaid] = useState("");
  // A page that is a file has no folder to lay a picture in.
  if (isInFile()) return null;
  const anew = () => changed(queries, "photographs");
  return (
    <>
      {" "}<button type="button" className="plain" aria-label={`photo: add one of ${words}`} onClick={() => setAdding(true)}>photo</button>
      <PhotographRow of={of} words={() => words} onTakeOut={async (one) => {
        await takeOutPhotograph(one.id);
        setGone(one);
        await anew();
      }} />
      <WaitingPictures event_id={event_id} words={words} />
      {gone && <p className="strip" role="status">A photograph is taken out; tomorrow it is deleted. <button type="button" className="plain" onClick={() => void putPhotographBack(gone.id).then(() => { setGone(null); setSaid(""); return anew(); }, (why: Error) => setSaid(`Not put back: ${plainWords(why)}`))}>put it back</button></p>}
      {said && <p role="alert" className="said">{said}</p>}
      {adding && <AddForm event_id={event_id} words={words} onHide={() => setAdding(false)} onAdded={anew} />}
    </>
  );
}

/** Of what lies on this device: only the server shows pictures. */
function WaitingPictures({ event_id, words }: { event_id: string; words: string }) {
  const mine = usePictures().filter((one) => one.event_id === event_id && one.refused === null);
  return mine.map((one, i) => (
    <p key={one.id} className="told" role="status">
      A photograph{mine.length > 1 && ` (${i + 1} of ${mine.length})`} waits on this device: sent when the server is back.{" "}
      <button type="button" className="plain" aria-label={`drop it: a photograph of ${words}`} onClick={() => void dropPicture(one.id)}>drop it</button>
    </p>
  ));
}

function AddForm({ event_id, words, onHide, onAdded }: { event_id: string; words: string; onHide: () => void; onAdded: () => Promise<void> }) {
  const id = useId();
  const [files, setFiles] = useState<File[]>([]);
  const [place, setPlace] = useState(false);
  const [said, setSaid] = useState("");
  const [at, setAt] = useState<number | null>(null);
  const untold = useWaiting().told.some((row) => row.id === event_id);
  const add = async () => {
    if (files.length === 0) return setSaid("A picture is needed: choose one.");
    const strange = files.find((file) => !PICTURES.includes(file.type));
    if (strange) return setSaid(`${strange.name} is no JPEG, PNG or WebP picture: choose another, or save it as JPEG.`);
    try {
      for (const [i, file] of files.entries()) {
        setAt(i);
        const kept = () => keepPicture(event_id, place, file);
        // What it is of must be there first.
        await (untold ? kept() : addPhotograph(event_id, place, file).catch((error: unknown) => {
          if (!(error instanceof Away)) throw error;
          return kept();
        }));
        // What is there need not be sent again if the next one is refused.
        setFiles(files.slice(i + 1));
      }
      await onAdded();
      onHide();
    } catch (error) {
      await onAdded();
      setSaid(`Not kept: ${plainWords(error as Error)}`);
    } finally {
      setAt(null);
    }
  };
  return (
    <Modal show onHide={onHide} centered aria-labelledby={`${id}-title`}>
      <Modal.Header closeButton><Modal.Title as="h2" id={`${id}-title`}>A photograph: {words}</Modal.Title></Modal.Header>
      <Modal.Body>
        <Form noValidate onSubmit={(e) => { e.preventDefault(); void add(); }}>
          <div className="form-row">
            <Form.Label htmlFor={`${id}-file`}>Picture</Form.Label>
            <Form.Control id={`${id}-file`} type="file" accept={PICTURES.join(",")} multiple onChange={(e) => { setFiles(Array.from((e.target as HTMLInputElement).files ?? [])); setSaid(""); }} />
          </div>
          <Form.Check id={`${id}-place`} type="checkbox" label="keep where it was taken, if the camera says" checked={place} onChange={(e) => setPlace(e.target.checked)} />
          <p role="alert" className="said">{said}</p>
          <button type="submit" className="do" disabled={at !== null}>{at === null ? "Add it" : files.length > 1 ? `adding, ${files.length} to go …` : "adding …"}</button>
          <p className="sheet-note">It is kept beside your data, 1600 pixels long at most. What the camera wrote in it is left out: where and when, and with what.</p>
        </Form>
      </Modal.Body>
    </Modal>
  );
}
