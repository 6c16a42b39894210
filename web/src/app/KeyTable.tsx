import { keyName, useKeyGroups, useKeysOff } from "../lib/keys";
import { Ask } from "../ui/Ask";

/** The list of keys that do something just now. */
export function KeyTable({ onClose }: { onClose: () => void }) {
  const [off, setOff] = useKeysOff();
  const groups = useKeyGroups();
  return (
    <Ask title="Keys" wide onClose={onClose}>
      <div className="gap-8 sm:columns-2">
        {[...groups, ...ALWAYS].map((group) => (
          <section key={group.where} className="mb-3 break-inside-avoid">
            <h3 className="soft mb-1 border-b border-[var(--line)]">{group.where}</h3>
            <dl className="grid grid-cols-[7.5rem_minmax(0,1fr)] gap-x-3 gap-y-1">
              {group.keys.map((key) => (
                <div key={`${group.where} ${keyName(key)}`} className="contents">
                  <dt className="font-semibold">{"name" in key ? key.name : keyName(key)}</dt>
                  <dd>{key.words}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={!off}
          onChange={(event) => {
            setOff(!event.target.checked);
          }}
        />
        Keys pressed alone do something
      </label>
    </Ask>
  );
}

/** What fields, drawings and charts do with keys by themselves. */
const ALWAYS = [
  {
    where: "In a field",
    keys: [
      { press: "", name: "Enter", words: "Takes in what was typed", run: nothing },
      { press: "", name: "Esc", words: "Gives it up; once more leaves the field", run: nothing },
    ],
  },
  {
    where: "On a drawing",
    keys: [
      { press: "", name: "Tab", words: "From handle to handle, from number to number", run: nothing },
      { press: "", name: "Arrows", words: "Move what is taken hold of; with Shift ten times as far", run: nothing },
      { press: "", name: "Enter", words: "Opens a number to type another", run: nothing },
    ],
  },
];

function nothing(): void {
  // Drawings and fields do it.
}
