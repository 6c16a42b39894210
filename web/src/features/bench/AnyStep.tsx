import { LazyChart } from "../../drawing/LazyChart";
import { Plate } from "../../drawing/Plate";
import { Moments } from "./Moments";
import { ChapterForms, ChapterLedger, Page, StepFrame, type StepProps } from "./StepFrame";

/** A step that needs no screen of its own: what its study says, drawn on the sheet and listed in the ledger. */
export function AnyStep(props: StepProps) {
  return (
    <StepFrame
      {...props}
      waits="Reckoning … "
      ledger={(chapter) => (
        <Page>
          <ChapterLedger
            chapter={chapter}
            bench={props.bench}
            {...(chapter.helps.length > 0 ? { helps: "What would help" } : {})}
          />
          <ChapterForms chapter={chapter} bench={props.bench} />
        </Page>
      )}
    >
      {(chapter) => (
        <>
          <Moments chapter={chapter} onAt={props.onAt} />
          {Object.values(chapter.drawings).map((drawing) =>
            drawing.name === "rod" ? null : (
              <Plate key={drawing.name} drawing={drawing} className="h-72 shrink-0 md:min-h-48 md:grow" />
            ),
          )}
          {Object.values(chapter.charts).map((chart) => (
            <LazyChart key={chart.name} chart={chart} className="h-64 shrink-0 px-2 md:min-h-48 md:grow" />
          ))}
        </>
      )}
    </StepFrame>
  );
}
