import { FieldSet, type Bench } from "../bench";

/** Everything that can be set about the box, the bars and the way of keeping. */
export function SetTab({ bench }: { bench: Bench }) {
  return bench.shape?.forms.map((group) => <FieldSet key={group.id} group={group} bench={bench} />);
}
