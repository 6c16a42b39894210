import { useId } from "react";
import type { ChoiceField, DayField, FieldGroup, FormField, SizeField } from "../../api/types";
import { typeable, written } from "../../lib/format";
import { localizedDay } from "../../lib/locale";
import { useSettings } from "../../lib/settings";
import { Problem } from "../../ui/Problem";
import { useTyped } from "../../ui/useTyped";
import { carry } from "./tray";
import { readyEdit, setEdit, typedEdit } from "./edits";
import type { Bench } from "./useBench";
import { Button } from "../../ui/Button";
import { Rows, type RowField } from "./Rows";

type PlainField = Exclude<FormField, RowField>;

/** A group of fields as the core lists them. */
export function FieldSet({ group, bench }: { group: FieldGroup; bench: Bench }) {
  if (!group.folded) return <Fields group={group} bench={bench} />;
  return (
    <details className="mb-4 border-t border-[var(--line)] pt-1">
      <summary className="named cursor-pointer text-base">{group.title}</summary>
      <Fields group={group} bench={bench} named="sr-only" />
    </details>
  );
}

function Fields({ group, bench, named = "named pr-2 text-base" }: { group: FieldGroup; bench: Bench; named?: string }) {
  const rows = group.fields.filter((field) => field.kind === "row");
  return (
    <fieldset className="mb-4 min-w-0 border-t border-[var(--line)] pt-1" data-group={group.id}>
      <legend className={named}>{group.title}</legend>
      {group.fields.map((field) =>
        field.kind === "row" ? null : <Field key={field.path} field={field} bench={bench} group={group.title} />,
      )}
      {rows.length > 0 ? <Rows rows={rows} group={group} bench={bench} /> : null}
      <div className="mt-1 flex flex-wrap gap-2">
        {group.actions.map((action) => (
          <Button
            key={action.label}
            draggable={Object.keys(action.onto ?? {}).length > 0}
            onDragStart={(event) => {
              carry(event, action);
            }}
            onClick={() => void bench.commit(readyEdit(action.edit), `${group.title}: ${action.label}`, group.id)}
          >
            {action.label}
          </Button>
        ))}
      </div>
    </fieldset>
  );
}

interface FieldProps {
  field: PlainField;
  bench: Bench;
  group: string;
  /** A size among others in a row: its name is read aloud, and not shown. */
  bare?: boolean;
}

/** One field, whatever is typed or chosen in it. */
export function Field({ field, bench, group, bare = false }: FieldProps) {
  switch (field.kind) {
    case "size":
      return <Size field={field} bench={bench} group={group} bare={bare} />;
    case "choice":
      return <Choice field={field} bench={bench} group={group} />;
    case "day":
      return <Day field={field} bench={bench} group={group} />;
    case "text":
      return (
        <Words
          path={field.path}
          label={field.label}
          value={field.value}
          long={field.long}
          bench={bench}
          group={group}
        />
      );
  }
}

function Size({ field, bench, group, bare }: FieldProps & { field: SizeField }) {
  const { reading } = useSettings();
  const id = useId();
  const typed = useTyped({
    shown: typeable(field.quantity, reading),
    onPreview: (text) => {
      bench.preview(typedEdit(field, text, reading), field.path);
    },
    onCommit: (text) => bench.commit(typedEdit(field, text, reading), `${group}: ${field.label} ${text}`, field.path),
    onCancel: () => {
      bench.calm(field.path);
    },
  });
  const problem = bench.trouble?.source === field.path ? bench.trouble.reason : null;
  return (
    <div className="py-0.5">
      <div className="flex items-center gap-2">
        <label htmlFor={id} className={bare ? "sr-only" : "grow"} title={field.gloss}>
          {field.label}
          {field.held ? "" : <span className="soft italic"> follows</span>}
        </label>
        <input
          id={id}
          className={`h-7 ${bare ? "w-14" : "w-20"} rounded border bg-base-100 px-1.5 text-right
            ${problem ? "border-2 border-error" : "border-[var(--line)]"} ${field.held ? "" : "italic"}`}
          value={typed.value}
          data-path={field.path}
          aria-invalid={problem !== null}
          aria-describedby={`${id}-problem`}
          onChange={typed.change}
          onBlur={() => void typed.commit()}
          onKeyDown={typed.key}
        />
        <span className="soft w-6 text-xs">{written(field.quantity, reading).unit}</span>
      </div>
      <Problem id={`${id}-problem`}>{problem}</Problem>
    </div>
  );
}

function Choice({ field, bench, group }: { field: ChoiceField; bench: Bench; group: string }) {
  const id = useId();
  const now = field.options.find((option) => option.value === field.value);
  const choose = (value: string) => {
    const option = field.options.find((each) => each.value === value);
    if (!option) return;
    const edit = option.edit ? readyEdit(option.edit) : setEdit(field.path, value);
    void bench.commit(edit, `${group}: ${field.label} ${option.label}`, field.path);
  };
  const problem = bench.trouble?.source === field.path ? bench.trouble.reason : null;
  const reasons = field.options.filter((option) => option.why !== "");
  return (
    <div className="py-0.5">
      <label className="flex items-center gap-2" htmlFor={id} title={field.gloss}>
        <span className="shrink-0">{field.label}</span>
        <select
          id={id}
          className="h-7 min-w-0 grow rounded border border-[var(--line)] bg-base-100 px-1"
          value={field.value}
          data-path={field.path}
          onChange={(event) => {
            choose(event.target.value);
          }}
        >
          {now ? null : <option value={field.value}>{field.value}</option>}
          {field.options.map((option) => (
            <option key={option.value} value={option.value}>
              {option.label}
            </option>
          ))}
        </select>
      </label>
      {reasons.length > 1 ? (
        <details className="text-xs">
          <summary className="w-max cursor-pointer text-primary underline decoration-dotted underline-offset-4">
            what speaks for each?
          </summary>
          <ul className="my-1 grid gap-1">
            {reasons.map((option) => (
              <li key={option.value}>
                <span className="font-semibold">{option.label}:</span> {option.why}
              </li>
            ))}
          </ul>
        </details>
      ) : null}
      <Problem id={`${id}-problem`}>{problem}</Problem>
    </div>
  );
}

/** A day, shown and typed as the keeper’s place writes it. */
function Day({ field: { path, label, value }, bench, group }: FieldProps & { field: DayField }) {
  const { reading } = useSettings();
  const id = useId();
  const typed = useTyped({
    shown: localizedDay(value, reading),
    onPreview: () => undefined,
    onCommit: (text) =>
      bench.commit({ do: "set", path, text, order: reading.order }, `${group}: ${label} ${text}`, path),
    onCancel: () => {
      bench.calm(path);
    },
  });
  const problem = bench.trouble?.source === path ? bench.trouble.reason : null;
  return (
    <div className="py-0.5">
      <div className="flex items-center gap-2">
        <label htmlFor={id} className="grow">
          {label}
        </label>
        <input
          id={id}
          className={`h-7 w-28 rounded border bg-base-100 px-1.5 text-right
            ${problem ? "border-2 border-error" : "border-[var(--line)]"}`}
          value={typed.value}
          data-path={path}
          aria-invalid={problem !== null}
          aria-describedby={`${id}-problem`}
          onChange={typed.change}
          onBlur={() => void typed.commit()}
          onKeyDown={typed.key}
        />
      </div>
      <Problem id={`${id}-problem`}>{problem}</Problem>
    </div>
  );
}

interface WordsProps {
  path: string;
  label: string;
  value: string;
  long: boolean;
  bench: Bench;
  group: string;
}

function Words({ path, label, value, long, bench, group }: WordsProps) {
  const id = useId();
  const typed = useTyped({
    shown: value,
    onPreview: () => undefined,
    onCommit: (text) => bench.commit(setEdit(path, text), `${group}: ${label}`, path),
    onCancel: () => {
      bench.calm(path);
    },
  });
  const problem = bench.trouble?.source === path ? bench.trouble.reason : null;
  const common = {
    id,
    value: typed.value,
    "data-path": path,
    "aria-invalid": problem !== null,
    "aria-describedby": `${id}-problem`,
    onChange: typed.change,
    onBlur: () => void typed.commit(),
    onKeyDown: typed.key,
  };
  return (
    <div className="py-0.5">
      <label htmlFor={id} className="block">
        {label}
      </label>
      {long ? (
        <textarea {...common} rows={3} className="w-full rounded border border-[var(--line)] bg-base-100 px-1.5 py-1" />
      ) : (
        <input {...common} className="h-7 w-full rounded border border-[var(--line)] bg-base-100 px-1.5" />
      )}
      <Problem id={`${id}-problem`}>{problem}</Problem>
    </div>
  );
}
