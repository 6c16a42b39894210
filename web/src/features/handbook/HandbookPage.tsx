import { useState } from "react";
import { Link, NavLink, useParams } from "react-router";
import { localizedDay } from "../../lib/locale";
import { useRead } from "../../lib/reading";
import { useSettings } from "../../lib/settings";
import { Reading } from "../../ui/Reading";
import { Meanings } from "./Glossary";
import { CHANGES, WORDS, type Word } from "./glossary";
import book from "./handbook.generated.json";

interface Part {
  title: string;
  words: string[];
  heads: string[];
  rows: string[][];
}

interface Page {
  id: string;
  title: string;
  lead: string;
  parts: Part[];
}

const PAGES: readonly Page[] = book;
const OWN = [
  { id: "words", title: "Words of the trade" },
  ...PAGES.map(({ id, title }) => ({ id, title })),
  { id: "changes", title: "What changed" },
];

/** The handbook: words, numbers, schools, rules, values, what changed; made from the tables that everything uses. */
export function HandbookPage() {
  const { page: id = "words" } = useParams();
  const [sought, setSought] = useState("");
  return (
    <div className="min-h-screen">
      <header className="flex flex-wrap items-center gap-x-5 border-b border-base-content bg-base-200 px-5 py-2">
        <Link to="/" className="named text-xl font-semibold" aria-label="Sabaka, back to the shelf">
          Sabaka
        </Link>
        <span className="named text-lg">Handbook</span>
        <span className="grow" />
        <Reading />
      </header>
      <div className="mx-auto grid max-w-6xl gap-6 px-5 py-6 md:grid-cols-[13rem_minmax(0,1fr)]">
        <nav aria-label="Pages of the handbook" className="no-print">
          <ul className="flex flex-wrap gap-x-4 md:grid">
            {OWN.map((each) => (
              <li key={each.id}>
                <NavLink
                  to={`/handbook/${each.id}`}
                  className={`block min-h-8 content-center ${each.id === id ? "font-semibold" : "underline"}`}
                  aria-current={each.id === id ? "page" : undefined}
                >
                  {each.title}
                </NavLink>
              </li>
            ))}
          </ul>
          <label className="mt-3 block">
            <span className="block">Find on this page</span>
            <input
              className="input w-full"
              type="search"
              value={sought}
              onChange={(event) => {
                setSought(event.target.value);
              }}
            />
          </label>
        </nav>
        <main className="min-w-0">
          <Shown id={id} sought={sought.trim().toLowerCase()} />
        </main>
      </div>
    </div>
  );
}

function Shown({ id, sought }: { id: string; sought: string }) {
  const readWords = useRead<readonly Word[]>();
  const readPages = useRead<readonly Page[]>();
  if (id === "changes") return <Changes sought={sought} />;
  if (id === "words") {
    const words = readWords(WORDS).filter((word) => holds([word.name, ...word.also, word.says], sought));
    return (
      <>
        <h1 className="text-3xl">Words of the trade</h1>
        <p className="soft mb-4">As Sabaka uses them, by common practice; elsewhere some mean something else.</p>
        {words.length > 0 ? <Meanings words={words} /> : <Nothing />}
      </>
    );
  }
  const page = readPages(PAGES).find((each) => each.id === id);
  if (!page) return <p>There is no such page in the handbook.</p>;
  const parts = page.parts
    .map((part) => ({
      ...part,
      words: part.words.filter((words) => holds([part.title, words], sought)),
      rows: part.rows.filter((row) => holds([part.title, ...row], sought)),
    }))
    .filter((part) => part.words.length > 0 || part.rows.length > 0);
  return (
    <>
      <h1 className="text-3xl">{page.title}</h1>
      <p className="soft mb-4">{page.lead}</p>
      {parts.length > 0 ? parts.map((part) => <Section key={part.title} part={part} />) : <Nothing />}
    </>
  );
}

function Section({ part }: { part: Part }) {
  return (
    <section className="mb-6">
      <h2 className="mb-1 text-xl">{part.title}</h2>
      <ul className="list-disc pl-5">
        {part.words.map((words) => (
          <li key={words}>{words}</li>
        ))}
      </ul>
      {part.rows.length > 0 ? (
        <div className="overflow-x-auto" tabIndex={0} role="region" aria-label={part.title}>
          <table className="w-full text-left text-sm">
            <thead>
              <tr className="soft border-b border-base-content">
                {part.heads.map((head) => (
                  <th key={head} className="pr-4 font-normal">
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {part.rows.map((row) => (
                <tr key={row.join()} className="border-b border-[var(--line)] align-top">
                  {row.map((cell, at) => (
                    <td key={part.heads[at]} className="py-0.5 pr-4">
                      {cell}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      ) : null}
    </section>
  );
}

function Changes({ sought }: { sought: string }) {
  const { reading } = useSettings();
  const found = CHANGES.filter((change) => holds([change.says], sought));
  return (
    <>
      <h1 className="mb-3 text-3xl">What changed</h1>
      {found.length > 0 ? null : <Nothing />}
      <dl className="grid gap-x-4 gap-y-2 sm:grid-cols-[7rem_minmax(0,1fr)]">
        {found.map((change) => (
          <div key={change.says} className="contents">
            <dt className="font-semibold">{localizedDay(change.day, reading)}</dt>
            <dd>{change.says}</dd>
          </div>
        ))}
      </dl>
    </>
  );
}

function Nothing() {
  return <p>Nothing here has that in it: try a shorter word.</p>;
}

function holds(texts: readonly string[], sought: string): boolean {
  return texts.some((text) => text.toLowerCase().includes(sought));
}
