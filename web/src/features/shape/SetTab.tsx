import { Fragment } from "react";
import { FieldSet, Follows, type Bench } from "../bench";

/** Everything that can be set about the box, the bars and the way of keeping; or about one thing of the whole hive. */
export function SetTab({ bench, whole }: { bench: Bench; whole: boolean }) {
  const forms = bench.shape?.forms ?? [];
  return (
    <>
      {whole && !bench.shape?.of ? (
        <p className="soft mb-3">Click a thing on the drawing to set it alone: a wall, the floor, the roof, a super.</p>
      ) : null}
      {forms.map((group) => (
        <Fragment key={group.id}>
          {group.id === "tray" ? <Follows bench={bench} /> : null}
          <FieldSet group={group} bench={bench} />
        </Fragment>
      ))}
    </>
  );
}
