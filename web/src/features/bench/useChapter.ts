import { useState } from "react";
import { useMoment, useStudy } from "../../api/queries";
import type { Chapter, Hive } from "../../api/types";
import type { StudyName } from "./steps";

/** What a step’s study says, and what is asked of it. */
export interface Studied {
  chapter: Chapter | undefined;
  problem: Error | null;
  /** Goes to another moment of it. */
  onAt: (at: number) => void;
  /** A size typed to compare with. */
  typed: string;
  onTyped: (typed: string) => void;
}

interface AskedOf {
  at: number | null;
  typed: string;
}

const NOTHING: AskedOf = { at: null, typed: "" };

/** The chapter of one study; each keeps the moment that was looked at last. */
export function useChapter(document: Hive, id: string, study: StudyName | null): Studied {
  const [asked, setAsked] = useState<Partial<Record<StudyName, AskedOf>>>({});
  const { at, typed } = (study && asked[study]) ?? NOTHING;
  const said = useStudy(document, id, study, typed);
  const moment = useMoment(document, study, at);
  const change = (by: Partial<AskedOf>) => {
    if (study) setAsked({ ...asked, [study]: { at, typed, ...by } });
  };
  return {
    chapter: said.data?.study === study ? shown(said.data, moment.data) : undefined,
    problem: said.error ?? moment.error,
    onAt: (next) => {
      change({ at: next });
    },
    typed,
    onTyped: (next) => {
      change({ typed: next });
    },
  };
}

/** A chapter with what another of its moments changes put in. */
function shown(chapter: Chapter, moment: Chapter | undefined): Chapter {
  if (moment?.study !== chapter.study) return chapter;
  const tables = new Map(moment.tables.map((table) => [table.key, table]));
  return {
    ...chapter,
    moments: moment.moments,
    drawings: { ...chapter.drawings, ...moment.drawings },
    tables: chapter.tables.map((table) => tables.get(table.key) ?? table),
  };
}
