"use client";

import Image from "next/image";
import { useState } from "react";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";

const MOST_BYTES = 500_000;

/** The house's logo, brought as a picture. */
export function BringLogo({
  now,
}: {
  now: { readonly src: string; readonly width: number; readonly height: number } | null;
}) {
  const { standing, errorAt, submit } = useCommand("set-logo");
  const [wrong, setWrong] = useState<string | null>(null);
  async function bring(file: File | undefined) {
    if (!file) return;
    if (file.size > MOST_BYTES) {
      setWrong(
        `"${file.name}" is ${(file.size / 1e6).toFixed(1)} MB; at most 500 kB are kept. Nothing was sent.`,
      );
      return;
    }
    setWrong(null);
    const bytes = new Uint8Array(await file.arrayBuffer());
    let text = "";
    for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192));
    await submit({ data: btoa(text) });
  }
  return (
    <div className="flex flex-wrap items-center gap-4">
      {now ? (
        <Image
          unoptimized
          src={now.src}
          width={now.width}
          height={now.height}
          alt="The logo as it is"
          className="h-14 border border-rule bg-white p-1 w-auto"
        />
      ) : (
        <span className="text-ink-2">No logo yet.</span>
      )}
      <label className="field">
        <span className="mb-1 block text-[15px] font-semibold">
          Bring a logo (PNG or JPEG, at most 500 kB)
        </span>
        <input type="file" accept="image/png,image/jpeg" onChange={(e) => void bring(e.target.files?.[0])} />
      </label>
      {(wrong ?? errorAt("data")) && <p className="font-semibold text-stop">{wrong ?? errorAt("data")}</p>}
      {!errorAt("data") && <SaysStanding standing={standing} />}
    </div>
  );
}
