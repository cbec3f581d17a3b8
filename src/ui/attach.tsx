"use client";

import { Paperclip } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { lateHeader } from "./late";

export interface Attached {
  readonly id: number;
  readonly name: string;
  readonly kind: string;
}

/** The photos and papers of an entry, and the way to bring another. */
export function Papers({ entry, list, what }: { entry: number; list: readonly Attached[]; what: string }) {
  const router = useRouter();
  const [says, setSays] = useState<{ text: string; wrong: boolean } | null>(null);
  const [busy, setBusy] = useState(false);

  async function bring(file: File | undefined): Promise<void> {
    if (!file || busy) return;
    setBusy(true);
    setSays(null);
    try {
      const name = file.name.replace(/\.[a-z0-9]{1,5}$/i, "").slice(0, 80) || what;
      const response = await fetch(`/api/v1/papers?entry=${entry}&name=${encodeURIComponent(name)}`, {
        method: "POST",
        headers: { "content-type": "application/octet-stream", ...lateHeader() },
        body: file,
      });
      const answer = (await response.json().catch(() => null)) as { say?: string; detail?: string } | null;
      setSays({
        text: response.ok ? "Attached." : (answer?.detail ?? "The house did not answer. Try again."),
        wrong: !response.ok,
      });
      if (response.ok) router.refresh();
    } catch {
      setSays({ text: "The house did not answer. Try again.", wrong: true });
    } finally {
      setBusy(false);
    }
  }

  return (
    <div className="flex flex-wrap items-center gap-3">
      {list.map((p) => (
        <a
          key={p.id}
          className="flex min-h-12 items-center gap-1.5"
          href={`/papers/${p.id}`}
          target="_blank"
          rel="noopener noreferrer"
        >
          <Paperclip size={16} aria-hidden /> {p.name}
        </a>
      ))}
      <label className="do cursor-pointer focus-within:outline-2" data-quiet="" aria-disabled={busy}>
        <Paperclip size={18} aria-hidden /> Photo or PDF
        <input
          type="file"
          className="sr-only"
          accept="image/png,image/jpeg,application/pdf"
          aria-label={`Attach a photo or PDF to ${what}`}
          onChange={(e) => {
            void bring(e.target.files?.[0]);
            e.target.value = "";
          }}
        />
      </label>
      {says && (
        <p
          role={says.wrong ? "alert" : "status"}
          className={says.wrong ? "font-semibold text-stop" : "text-go"}
        >
          {says.text}
        </p>
      )}
    </div>
  );
}
