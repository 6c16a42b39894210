import { useState, type FormEvent } from "react";
import { useNamedRevision } from "../../api/queries";
import type { RevisionOut } from "../../api/types";
import { Ask } from "../../ui/Ask";
import { Button } from "../../ui/Button";
import { Problem } from "../../ui/Problem";

interface NameRevisionProps {
  design: string;
  revision: RevisionOut;
  onDone: () => void;
}

/** A name for a kept state, which keeps it for good; an empty one takes the name away. */
export function NameRevision({ design, revision, onDone }: NameRevisionProps) {
  const call = useNamedRevision(design);
  const [name, setName] = useState(revision.name);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    call.mutate({ number: revision.number, name }, { onSuccess: onDone });
  };
  return (
    <Ask title={`Name revision ${String(revision.number)}`} onClose={onDone}>
      <form onSubmit={submit}>
        <label className="mb-3 block">
          Name
          <input
            className="input w-full"
            maxLength={80}
            value={name}
            placeholder="As built, before the second super …"
            aria-describedby="name-revision-problem"
            onChange={(event) => {
              setName(event.target.value);
            }}
          />
        </label>
        <Problem id="name-revision-problem">{call.error?.message ?? null}</Problem>
        <Button type="submit" disabled={call.isPending}>
          {name.trim() === "" && revision.name !== "" ? "Take the name away" : "Keep the name"}
        </Button>
      </form>
    </Ask>
  );
}
