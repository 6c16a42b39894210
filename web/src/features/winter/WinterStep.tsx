import type { Chapter } from "../../api/types";
import { LazyChart } from "../../drawing/LazyChart";
import { Sheet } from "../../drawing/Sheet";
import { ChapterForms, ChapterLedger, Moments, Page, StepFrame, WeatherOfPlace, type StepProps } from "../bench";

/** Winter: where the heat goes, honey on each comb, what wets, what would save; the summer's sun as well. */
export function WinterStep(props: StepProps) {
  const { bench, onAt } = props;
  return (
    <StepFrame
      {...props}
      waits="Reckoning the winter … "
      ledger={(chapter) => (
        <Page>
          <ChapterLedger chapter={chapter} bench={bench} helps="What would save honey" />
          <h2 className="mt-3 text-lg">Its weather</h2>
          <WeatherOfPlace bench={bench} />
          <ChapterForms chapter={chapter} bench={bench} folded="winter-model" />
        </Page>
      )}
    >
      {(chapter) => <Drawings chapter={chapter} onAt={onAt} />}
    </StepFrame>
  );
}

function Drawings({ chapter, onAt }: { chapter: Chapter; onAt: (month: number) => void }) {
  const { "winter-section": section, "winter-combs": combs } = chapter.drawings;
  const year = chapter.charts["winter-year"];
  return (
    <>
      <Moments chapter={chapter} onAt={onAt} />
      <div className="grid min-h-56 grow md:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        {section ? <Sheet drawing={section} className="h-80 md:h-full" /> : null}
        {combs ? (
          <figure className="flex min-h-0 flex-col">
            <Sheet drawing={combs} className="h-64 md:h-auto md:min-h-0 md:grow" />
            <figcaption className="soft px-3 text-xs">
              Each comb of the winter run: honey (slant) over where the bees sit (dots); one without a word stays.
            </figcaption>
          </figure>
        ) : null}
      </div>
      {year ? <LazyChart chart={year} className="h-56 shrink-0 px-2" /> : null}
    </>
  );
}
