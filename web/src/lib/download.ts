import { Fault } from "../api/client";

/** Hand a file that the server made to the browser, under the name that the server gave it. */
export async function download(pending: Promise<{ data?: unknown; error?: unknown; response: Response }>, fallback: string): Promise<void> {
  const { data, error, response } = await pending;
  if (!response.ok) {
    const said = (error ?? {}) as { message?: string };
    throw new Fault(response.status, said.message ?? `The server said ${response.status}.`);
  }
  const link = document.createElement("a");
  link.href = URL.createObjectURL(data as Blob);
  link.download = /filename="([^"]+)"/.exec(response.headers.get("content-disposition") ?? "")?.[1] ?? fallback;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
