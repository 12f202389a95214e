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
  const register = () => void navigator.serviceWorker.register("/sw.js").catch(() => undefined);
  // The page may have finished loading while the reads above were under way.
  if (document.readyState === "complete") register();
  else window.addEventListener("load", register);
}
