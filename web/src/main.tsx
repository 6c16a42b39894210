import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { App } from "./app/App";
import "./styles.css";

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <App />
    </StrictMode>,
  );
}

// Only a secure address lets the device keep the app; elsewhere it works while its page is open.
if (import.meta.env.PROD && "serviceWorker" in navigator && window.isSecureContext)
  void navigator.serviceWorker.register("/sw.js").catch(() => undefined);
