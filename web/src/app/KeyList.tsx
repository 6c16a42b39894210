import { lazy, Suspense, useEffect, useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { onKey, useKeys } from "../lib/keys";

// Fetched when it is asked for: the first screen is there sooner.
const KeyTable = lazy(async () => ({ default: (await import("./KeyTable")).KeyTable }));

/** Keys that do the same everywhere, and the list of all that do something here. */
export function KeyList() {
  const [open, setOpen] = useState(false);
  const navigate = useNavigate();
  const keys = useMemo(
    () => [
      {
        press: "?",
        words: "This list",
        run: () => {
          setOpen(true);
        },
      },
      { press: "h", words: "The shelf", run: () => void navigate("/") },
      { press: "y", words: "The yard", run: () => void navigate("/yard") },
      { press: "b", words: "The handbook", run: () => void navigate("/handbook") },
      { press: "a", words: "Your things: archive, password", run: () => void navigate("/account") },
    ],
    [navigate],
  );
  useKeys("Everywhere", keys);
  useEffect(() => {
    addEventListener("keydown", onKey);
    return () => {
      removeEventListener("keydown", onKey);
    };
  }, []);
  if (!open) return null;
  return (
    <Suspense fallback={null}>
      <KeyTable
        onClose={() => {
          setOpen(false);
        }}
      />
    </Suspense>
  );
}
