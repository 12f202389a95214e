import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { App, prefetch } from "./app";
import "./styles/main.scss";

// Never fails: what could not be read is asked for again, and said, by the views.
await prefetch();
createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <App />
  </StrictMode>,
);

// Only over a secure context (127.0.0.1 counts): the page then opens with the server gone.
if (import.meta.env.PROD && "serviceWorker" in navigator && window.isSecureContext) {
  window.addEventListener("load", () => {
    navigator.serviceWorker.register("/sw.js").catch(() => undefined);
  });
}
