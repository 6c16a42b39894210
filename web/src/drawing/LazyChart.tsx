import { lazy, Suspense } from "react";
import type { ChartProps } from "./Chart";

const load = () => import("./Chart");
const Chart = lazy(load);

/** Fetches what draws charts, so that they open without the server too. */
export const fetchCharts: () => Promise<unknown> = load;

/** A chart, its library fetched when the first one is shown. */
export function LazyChart(props: ChartProps) {
  return (
    <Suspense fallback={<p className={`soft p-5 ${props.className ?? ""}`}>Drawing …</p>}>
      <Chart {...props} />
    </Suspense>
  );
}
