import { useLocation, useNavigate } from "react-router";
import { useEntering, useMe } from "../../api/queries";
import { Problem } from "../../ui/Problem";
import { Credentials } from "./Credentials";

export function SignInPage() {
  const me = useMe();
  const entering = useEntering();
  const { demo } = entering;
  const navigate = useNavigate();
  const place = useLocation();
  const goOn = () => {
    const from: unknown = (place.state as { from?: string } | null)?.from;
    void navigate(typeof from === "string" ? from : "/", { replace: true });
  };

  return (
    <main className="mx-auto grid min-h-screen max-w-4xl content-center gap-x-16 gap-y-10 px-6 py-10 md:grid-cols-2">
      <div>
        <h1 className="mb-4 text-5xl">Sabaka</h1>
        <p className="max-w-sm text-base leading-relaxed">
          Design horizontal and top bar hives out of the boards you have. See the comb before the bees build it, find
          the mistake before the saw does, and move the follower boards without lifting a box.
        </p>
        {me.data?.demo_offered ? (
          <div className="mt-8 border-t border-base-content pt-5">
            <button
              type="button"
              className="btn btn-neutral"
              disabled={demo.isPending}
              onClick={() => {
                demo.mutate(undefined, { onSuccess: goOn });
              }}
            >
              Open the demo bench
            </button>
            <p className="soft mt-2 max-w-sm">
              The hives of Saltmarsh Row, an invented terrace of allotments by the sea. No account needed.
            </p>
            <Problem id="demo-problem">{demo.isError ? demo.error.message : null}</Problem>
          </div>
        ) : null}
      </div>
      <Credentials entering={entering} onDone={goOn} />
    </main>
  );
}
