import { precacheAndRoute, type PrecacheEntry } from "workbox-precaching";
import { NavigationRoute, registerRoute } from "workbox-routing";
import { NetworkFirst } from "workbox-strategies";

/**
 * What keeps the app on the device: its page and its files, so that it opens far from any network. What the server
 * says is kept by the pages themselves (api/yard.ts); visits wait in a queue of their own.
 */

/** Every file of this build, written in as it is built (vite.config.ts). */
declare const __FILES__: PrecacheEntry[];

const PAGE = "page";
const PATIENCE_S = 4;

precacheAndRoute(__FILES__);
// One page stands for all addresses: whichever was fetched last opens them all.
const page = new NetworkFirst({
  cacheName: PAGE,
  networkTimeoutSeconds: PATIENCE_S,
  plugins: [{ cacheKeyWillBeUsed: () => Promise.resolve("/") }],
});
registerRoute(new NavigationRoute(page, { denylist: [/^\/api\//] }));

interface Installing extends Event {
  waitUntil: (done: Promise<unknown>) => void;
  /** Tells the browser which requests never come here; not every browser can. */
  addRoutes?: (rule: { condition: { urlPattern: string }; source: "network" }) => Promise<void>;
}

self.addEventListener("install", (event) => {
  const installing = event as Installing;
  // Calls go straight to the server: waking this worker for each keystroke takes longer than its answer.
  const straight = installing.addRoutes?.({ condition: { urlPattern: "/api/*" }, source: "network" });
  if (straight) installing.waitUntil(straight);
  installing.waitUntil(caches.open(PAGE).then((cache) => cache.add("/")));
  void (self as unknown as { skipWaiting: () => Promise<void> }).skipWaiting();
});
