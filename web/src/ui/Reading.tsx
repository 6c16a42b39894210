import { useSettings } from "../lib/settings";
import { Pair } from "./Pair";

/** How the keeper reads: in which units, and by day or by night. */
export function Reading() {
  const { reading, theme, setUnits, setTheme } = useSettings();
  return (
    <>
      <Pair
        label="Units"
        value={reading.units}
        options={[
          ["mm", "mm"],
          ["in", "in"],
          ["in32", "1/32"],
        ]}
        onChange={setUnits}
      />
      <Pair
        label="Light"
        value={theme}
        options={[
          ["sheet", "Day"],
          ["night", "Night"],
        ]}
        onChange={setTheme}
      />
    </>
  );
}
