import { useState, type FormEvent } from "react";
import { useNavigate } from "react-router";
import type { YardOut } from "../../api/types";
import { useYardChanges } from "../../api/yardChanges";
import { Ask } from "../../ui/Ask";
import { Button } from "../../ui/Button";
import { Problem } from "../../ui/Problem";

/** What a yard is called, where it is, and taking it away. */
export function YardSettings({ page }: { page: YardOut }) {
  const { rename, remove } = useYardChanges();
  const [name, setName] = useState(page.name);
  const [place, setPlace] = useState(page.place);
  const [climate, setClimate] = useState(page.climate);
  const [layout, setLayout] = useState(page.layout);
  const [asking, setAsking] = useState(false);
  const navigate = useNavigate();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    rename.mutate({ yard: page.id, name, place, climate, layout });
  };
  return (
    <section className="mt-6 border-t border-[var(--line)] pt-3">
      <h2 className="mb-1 text-xl">This yard</h2>
      <form onSubmit={submit} className="grid gap-2">
        <label>
          <span className="block text-xs">Called</span>
          <input
            className="input input-sm w-full"
            value={name}
            onChange={(event) => {
              setName(event.target.value);
            }}
          />
        </label>
        <label>
          <span className="block text-xs">Where it is, in words</span>
          <input
            className="input input-sm w-full"
            value={place}
            onChange={(event) => {
              setPlace(event.target.value);
            }}
          />
        </label>
        <label>
          <span className="block text-xs">How the hives stand</span>
          <input
            className="input input-sm w-full"
            placeholder="in a row, doors to the south"
            value={layout}
            onChange={(event) => {
              setLayout(event.target.value);
            }}
          />
        </label>
        <label>
          <span className="block text-xs">Climate that its hives are planned for</span>
          <select
            className="select select-sm w-full"
            value={climate}
            onChange={(event) => {
              setClimate(event.target.value);
            }}
          >
            <option value="">as each design says</option>
            {Object.entries(page.climates).map(([key, words]) => (
              <option key={key} value={key}>
                {words}
              </option>
            ))}
          </select>
        </label>
        <Problem id="yard-name-problem">{rename.error?.message ?? null}</Problem>
        <div className="flex flex-wrap gap-3">
          <button type="submit" className="btn btn-sm btn-outline">
            Keep it so
          </button>
          <Button
            onClick={() => {
              setAsking(true);
            }}
          >
            Take the yard away
          </Button>
        </div>
      </form>
      {asking ? (
        <Ask
          title={`Take ${page.name} away?`}
          onClose={() => {
            setAsking(false);
          }}
        >
          <p className="mb-3">
            Its hives, colonies, visits and photos go with it, and nothing brings them back but an archive.
          </p>
          <div className="flex gap-3">
            <button
              type="button"
              className="btn btn-sm btn-neutral"
              onClick={() => {
                remove.mutate(page.id, { onSuccess: () => void navigate("/yard") });
              }}
            >
              Take it away
            </button>
            <Button
              onClick={() => {
                setAsking(false);
              }}
            >
              Leave it
            </Button>
          </div>
          <Problem id="remove-yard-problem">{remove.error?.message ?? null}</Problem>
        </Ask>
      ) : null}
    </section>
  );
}
