import "./styles.css";

import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { setNonce } from "get-nonce";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";

import { App } from "./app";
import { SessionGate } from "./session";
import { carryThePage } from "./shell/register";

// dialogs add a style while they are open; the page's policy lets in only those that carry its number
setNonce(document.querySelector<HTMLMetaElement>('meta[name="style-nonce"]')?.content ?? "");

carryThePage();
const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false } } });

createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <BrowserRouter>
        <SessionGate>
          <App />
        </SessionGate>
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>,
);
