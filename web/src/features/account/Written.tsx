import { localizedDay, localized, markHere, orderHere, type Mark, type Order } from "../../lib/locale";
import { useSettings } from "../../lib/settings";
import { Pair } from "../../ui/Pair";

const EXAMPLE = { number: "1.5", day: "2026-04-05" };

/** How numbers and days are written, where this device’s language isn’t what the keeper wants. */
export function Written() {
  const { reading, own, setMark, setOrder } = useSettings();
  const here = { mark: markHere(), order: orderHere() };
  const day = (order: Order) => localizedDay(EXAMPLE.day, { ...here, order });
  const marks: [Mark | "", string][] = [
    ["", `As this device: ${localized(EXAMPLE.number, here)}`],
    [".", "1.5"],
    [",", "1,5"],
  ];
  const orders: [Order | "", string][] = [
    ["", `As this device: ${day(here.order)}`],
    ["day", day("day")],
    ["month", day("month")],
    ["year", day("year")],
  ];
  return (
    <section>
      <h2 className="mb-1 text-xl">Numbers and days</h2>
      <p className="mb-2">
        On the screen, on paper and as you type them, kept on this device. So it reads now:{" "}
        <b>
          {localized(EXAMPLE.number, reading)} kg on {localizedDay(EXAMPLE.day, reading)}
        </b>
        . Calendars that open to choose a day, with the first day of their week, are the browser’s own, as its language
        has them. Files for programs keep points and days such as {EXAMPLE.day}.
      </p>
      <div className="flex flex-wrap gap-3">
        <Pair label="Decimals" value={own.mark} options={marks} onChange={setMark} />
        <Pair label="Days" value={own.order} options={orders} onChange={setOrder} />
      </div>
    </section>
  );
}
