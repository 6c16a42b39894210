import { useEntering, useMe } from "../../api/queries";
import { Ask } from "../../ui/Ask";
import { Problem } from "../../ui/Problem";
import { Credentials } from "./Credentials";

interface SignInAgainProps {
  onClose: () => void;
  onDone: () => void;
}

/** Signing in over the work that lies on the page, which stays as it is. */
export function SignInAgain({ onClose, onDone }: SignInAgainProps) {
  const me = useMe();
  const entering = useEntering({ stay: true });
  return (
    <Ask title="Your session has ended" onClose={onClose}>
      <p className="mb-3">What lies on the bench is still here. Sign in as before, and it is kept.</p>
      {me.data?.demo_offered ? (
        <div className="mb-4">
          <button
            type="button"
            className="btn btn-neutral"
            disabled={entering.demo.isPending}
            onClick={() => {
              entering.demo.mutate(undefined, { onSuccess: onDone });
            }}
          >
            Open the demo bench
          </button>
          <Problem id="demo-problem">{entering.demo.isError ? entering.demo.error.message : null}</Problem>
        </div>
      ) : null}
      <Credentials entering={entering} onDone={onDone} />
    </Ask>
  );
}
