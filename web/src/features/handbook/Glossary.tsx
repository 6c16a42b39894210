import { useEffect, useMemo, useState } from "react";
import { Link } from "react-router";
import { useKeys } from "../../lib/keys";
import { useRead } from "../../lib/reading";
import { Ask } from "../../ui/Ask";
import { firstMet, wordAt, type Word } from "./glossary";

const REST_MS = 350;
const SETTLED_MS = 500;
const MARK = "trade-word";
// A touch on these does something else.
const TAKEN = "a, button, input, textarea, select, label, summary, svg, [role=slider], [role=tab]";

interface Told {
  word: Word;
  left: number;
  top: number;
}

/**
 * Says what a word of the trade means where the pointer rests on it or a finger taps it; `w` lists those on the page.
 * The first of each is underlined, by the browser’s own highlights: the page itself stays as it is.
 */
export function Glossary() {
  const [told, setTold] = useState<Told | null>(null);
  const [listed, setListed] = useState<readonly Word[] | null>(null);
  const read = useRead<readonly Word[]>();
  useMarks();

  useEffect(() => {
    let resting: number | undefined;
    const show = (x: number, y: number) => {
      const found = wordAt(x, y);
      setTold(found ? { word: found.word, left: found.box.left, top: found.box.bottom } : null);
    };
    const move = (event: PointerEvent) => {
      clearTimeout(resting);
      if (event.pointerType !== "mouse" || event.buttons !== 0) return;
      resting = setTimeout(show, REST_MS, event.clientX, event.clientY);
    };
    const tap = (event: MouseEvent) => {
      const touched = event instanceof PointerEvent && event.pointerType !== "mouse";
      const at = event.target instanceof Element ? event.target : null;
      if (touched && !at?.closest(TAKEN)) show(event.clientX, event.clientY);
      else hide();
    };
    const hide = () => {
      clearTimeout(resting);
      setTold(null);
    };
    const escape = (event: KeyboardEvent) => {
      if (event.key === "Escape") hide();
    };
    const heard = new AbortController();
    const how = { signal: heard.signal };
    addEventListener("pointermove", move, how);
    addEventListener("click", tap, how);
    addEventListener("keydown", escape, how);
    addEventListener("scroll", hide, { ...how, capture: true });
    return () => {
      clearTimeout(resting);
      heard.abort();
    };
  }, []);

  const keys = useMemo(
    () => [
      {
        press: "w",
        words: "Words of the trade on this page",
        run: () => {
          setListed([...firstMet(document.body).keys()]);
        },
      },
    ],
    [],
  );
  useKeys("Everywhere", keys);

  return (
    <>
      {told ? <Meaning told={told} word={read([told.word])[0] ?? told.word} /> : null}
      {listed ? (
        <Ask
          title="Words on this page"
          wide
          onClose={() => {
            setListed(null);
          }}
        >
          <Meanings words={read(listed)} />
          <Link
            className="underline"
            to="/handbook"
            onClick={() => {
              setListed(null);
            }}
          >
            All words, in the handbook
          </Link>
        </Ask>
      ) : null}
    </>
  );
}

function Meaning({ told, word }: { told: Told; word: Word }) {
  return (
    <div
      role="tooltip"
      className="pointer-events-none fixed z-50 w-72 rounded border border-base-content bg-base-100 px-3 py-2 shadow-lg"
      style={{
        left: `min(${String(told.left)}px, calc(100vw - 19rem))`,
        top: `min(${String(told.top)}px, calc(100vh - 8rem))`,
      }}
    >
      <b className="named">{word.name}</b>
      <p className="text-sm">{word.says}</p>
    </div>
  );
}

/** Words with what they mean. */
export function Meanings({ words }: { words: readonly Word[] }) {
  if (words.length === 0) return <p className="mb-3">None on this page.</p>;
  return (
    <dl data-told className="mb-3 grid gap-x-4 gap-y-1 sm:grid-cols-[11rem_minmax(0,1fr)]">
      {words.map((word) => (
        <div key={word.id} className="contents">
          <dt className="font-semibold">{word.name}</dt>
          <dd className="mb-1">{word.says}</dd>
        </div>
      ))}
    </dl>
  );
}

function atLeisure(mark: () => void): void {
  if ("requestIdleCallback" in globalThis) requestIdleCallback(mark);
  else mark();
}

/** Underlines the first of each word once the page has come to rest. */
function useMarks(): void {
  useEffect(() => {
    // In colours of the keeper’s own a highlight would be as loud as a selection.
    if (!("highlights" in CSS) || matchMedia("(forced-colors: active)").matches) return;
    let waiting: number | undefined;
    const mark = () => {
      CSS.highlights.set(MARK, new Highlight(...firstMet(document.body).values()));
    };
    const later = () => {
      clearTimeout(waiting);
      waiting = setTimeout(atLeisure, SETTLED_MS, mark);
    };
    const changes = new MutationObserver(later);
    changes.observe(document.body, { childList: true, subtree: true, characterData: true });
    later();
    return () => {
      clearTimeout(waiting);
      changes.disconnect();
      CSS.highlights.delete(MARK);
    };
  }, []);
}
