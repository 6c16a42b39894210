import type { ConflictOut } from "../../api/types";
import { Ask } from "../../ui/Ask";

interface ConflictProps {
  conflict: ConflictOut;
  onNewer: () => Promise<void>;
  onMine: () => void;
}

/** Two versions of one hive: both are kept, and the keeper says which goes on. */
export function Conflict({ conflict, onNewer, onMine }: ConflictProps) {
  return (
    <Ask title="This hive was changed elsewhere" onClose={() => void onNewer()}>
      <p className="mb-4">
        Nothing is lost: yours is kept as revision {conflict.kept_as}, the other is revision{" "}
        {conflict.current.revision}. Which one do you go on with?
      </p>
      <div className="flex flex-wrap gap-3">
        <button type="button" className="btn btn-neutral" onClick={onMine}>Go on with mine</button>
        <button type="button" className="btn btn-outline" onClick={() => void onNewer()}>Take the other</button>
      </div>
    </Ask>
  );
}
