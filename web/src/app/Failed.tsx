import { Button } from "../ui/Button";

/** In place of a page that can’t be shown at all; what was changed is kept on the server or on this device. */
export function Failed() {
  return (
    <main className="p-8" role="alert">
      <h1 className="mb-1 text-2xl">This page can’t be shown</h1>
      <p className="mb-3">The mistake is ours. What you changed is kept, on the server or on this device.</p>
      <p className="flex flex-wrap items-center gap-3">
        <Button
          onClick={() => {
            location.reload();
          }}
        >
          Open it again
        </Button>
        <a className="underline" href="/">
          Back to the shelf
        </a>
      </p>
    </main>
  );
}
