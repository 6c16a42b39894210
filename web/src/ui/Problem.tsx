/** What is wrong with a field, right at the field. */
export function Problem({ id, children }: { id: string; children: string | null }) {
  if (!children) return null;
  return (
    <p id={id} role="alert" className="mt-1 text-xs font-medium text-error">
      {children}
    </p>
  );
}
