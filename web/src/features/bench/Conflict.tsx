import { useState } from "react";
import type { ConflictOut } from "../../api/types";
import { Ask } from "../../ui/Ask";
import { Problem } from "../../ui/Problem";

interface ConflictProps {
  conflict: ConflictOut;
  /** False when what was typed last can't be kept aside now. */
  onNewer: () => Promise<boolean>;
  onMine: () => void;
}

/** Two versions of one hive: both are kept, and the keeper says which goes on. */
export function Conflict({ conflict, onNewer, onMine }: ConflictProps) {
  const [stuck, setStuck] = useState(false);
  const newer = async () => {
    setStuck(!(await onNewer()));
  };
  return (
    <Ask title="This hive was changed elsewhere" onClose={onMine}>
      <p className="mb-4">
        Nothing is lost: yours is kept as revision {conflict.kept_as}, the other is revision {conflict.current.revision}
        . Which one do you go on with?
      </p>
      <div className="flex flex-wrap gap-3">
        <button type="button" className="btn btn-neutral" onClick={onMine}>
          Go on with mine
        </button>
        <button type="button" className="btn btn-outline" onClick={() => void newer()}>
          Take the other
        </button>
      </div>
      <Problem id="conflict-problem">
        {stuck
          ? "Sabaka can’t be reached, so what you typed last isn’t kept aside yet. Try again when it is back."
          : null}
      </Problem>
    </Ask>
  );
}
