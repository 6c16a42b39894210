import { Link } from "react-router";

/** At an address where there is no page. */
export function Nowhere() {
  return (
    <main className="p-8">
      <h1 className="mb-1 text-2xl">There is no page here</h1>
      <p className="mb-3">The address may be mistyped, or from an older Sabaka.</p>
      <Link className="underline" to="/">
        Back to the shelf
      </Link>
    </main>
  );
}
