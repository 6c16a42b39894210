import createClient from "openapi-fetch";
import type { paths } from "./generated";
import type { ConflictOut, Refusal } from "./types";

/** A call that was refused, with the field to blame where there is one. */
export class RefusedError extends Error {
  readonly status: number;
  readonly refusal: Refusal;

  constructor(status: number, refusal: Refusal) {
    super(refusal.reason);
    this.status = status;
    this.refusal = refusal;
  }
}

/** Whether the same call may go well later: no network, a server in trouble, too many tries. */
export function passes(error: unknown): boolean {
  return !(error instanceof RefusedError) || error.status >= 500 || error.status === 429;
}

/** A save that came too late. */
export class ConflictError extends Error {
  readonly conflict: ConflictOut;

  constructor(conflict: ConflictOut) {
    super(conflict.reason);
    this.conflict = conflict;
  }
}

function csrfToken(): string {
  const found = /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie);
  return found?.[1] ?? "";
}

export const client = createClient<paths>({ baseUrl: "/" });

client.use({
  async onRequest({ request }) {
    if (request.method === "GET") return request;
    // Where the cookies are gone the page brings its token anew.
    if (!csrfToken()) await fetch("/", { cache: "no-store" });
    request.headers.set("X-CSRFToken", csrfToken());
    return request;
  },
});

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** The data of an answer, or an error that says what is wrong. */
export async function answered<T>(call: Promise<Answer<T>>): Promise<T> {
  const { data, error, response } = await call;
  if (response.ok) return data as T;
  if (response.status === 409) throw new ConflictError(error as ConflictOut);
  const refusal = isRefusal(error)
    ? error
    : { reason: `The server answered ${String(response.status)}.`, problems: [] };
  throw new RefusedError(response.status, refusal);
}

/** A file that the server writes, or an error that says why it doesn't. */
export async function downloaded(path: string): Promise<Blob> {
  const response = await fetch(path);
  if (response.ok) return response.blob();
  const error: unknown = await response.json().catch(() => null);
  return answered<Blob>(Promise.resolve({ error, response }));
}

/** The client library forgets that points are pairs; the answer is as the schema says. */
export function asSchema<T>(answer: Promise<unknown>): Promise<T> {
  return answer as Promise<T>;
}

function isRefusal(value: unknown): value is Refusal {
  return typeof value === "object" && value !== null && "reason" in value;
}
