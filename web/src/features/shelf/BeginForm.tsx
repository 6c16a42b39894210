import { useState, type FormEvent } from "react";
import { Link } from "react-router";
import { usePresets, useShelfChanges } from "../../api/queries";
import { Ask } from "../../ui/Ask";
import { Problem } from "../../ui/Problem";

export function BeginForm({ onClose, onBegun }: { onClose: () => void; onBegun: (id: string) => void }) {
  const presets = usePresets();
  const { begin } = useShelfChanges();
  const [name, setName] = useState("");
  const [preset, setPreset] = useState("sloped-top-bar");

  const submit = (event: FormEvent) => {
    event.preventDefault();
    begin.mutate(
      { name, preset },
      {
        onSuccess: (design) => {
          onBegun(design.id);
        },
      },
    );
  };

  return (
    <Ask title="New hive" onClose={onClose}>
      <form onSubmit={submit} className="grid gap-4">
        <label className="grid gap-1">
          Name
          <input
            className="input w-full"
            autoFocus
            required
            maxLength={80}
            value={name}
            onChange={(event) => {
              setName(event.target.value);
            }}
          />
        </label>
        <fieldset className="grid max-h-[46vh] gap-2 overflow-auto pr-2" tabIndex={0}>
          <legend className="mb-1">Start from</legend>
          {presets.data?.map((each) => (
            <label key={each.id} className="flex items-start gap-3">
              <input
                type="radio"
                name="preset"
                className="radio radio-sm mt-0.5 border-base-content"
                checked={preset === each.id}
                onChange={() => {
                  setPreset(each.id);
                }}
              />
              <span>
                <span className="font-semibold">{each.label}</span>
                <span className="soft block">{each.words}</span>
              </span>
            </label>
          ))}
        </fieldset>
        <p className="soft">
          Not sure?{" "}
          <Link to="/brief" className="text-primary underline underline-offset-4">
            Answer the brief
          </Link>{" "}
          and see what suits you.
        </p>
        <Problem id="begin-problem">{begin.error ? begin.error.message : null}</Problem>
        <div className="flex gap-3">
          <button type="submit" className="btn btn-neutral" disabled={begin.isPending}>
            Begin
          </button>
          <button type="button" className="btn btn-ghost" onClick={onClose}>
            Not now
          </button>
        </div>
      </form>
    </Ask>
  );
}
