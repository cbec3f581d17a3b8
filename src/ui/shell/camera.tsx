"use client";

import { useEffect, useRef, useState } from "react";

/** What is printed here: labels' QR codes and tags' Code 128, jars' article numbers. */
const FORMATS = ["qr_code", "code_128", "ean_13"] as const;
const EVERY_MS = 200;
const READER = "/_next/static/scan/zxing_reader.wasm";

interface Detector {
  detect(image: HTMLVideoElement): Promise<readonly { readonly rawValue: string }[]>;
}
type OwnDetector = {
  new (options: { formats: readonly string[] }): Detector;
  getSupportedFormats(): Promise<readonly string[]>;
};

/** The browser's own reader where it knows these codes, else one that is brought along. */
async function detector(): Promise<Detector> {
  const own = (globalThis as { BarcodeDetector?: OwnDetector }).BarcodeDetector;
  const known = own ? await own.getSupportedFormats().catch(() => []) : [];
  if (own && FORMATS.every((f) => known.includes(f))) return new own({ formats: FORMATS });
  const { BarcodeDetector, setZXingModuleOverrides } = await import("barcode-detector/ponyfill");
  setZXingModuleOverrides({ locateFile: () => READER });
  return new BarcodeDetector({ formats: [...FORMATS] });
}

const WHY: Readonly<Record<string, string>> = {
  NotAllowedError: "The browser was not let at the camera: allow it in its settings for this address.",
  NotFoundError: "No camera is here.",
  NotReadableError: "Something else is using the camera.",
};

/** The picture of the camera until a code is read in it. */
export function Camera({ onText }: { onText: (text: string) => void }) {
  const video = useRef<HTMLVideoElement>(null);
  const [says, setSays] = useState<string | null>(null);
  const heard = useRef(onText);
  heard.current = onText;
  useEffect(() => {
    let left = false;
    let due: ReturnType<typeof setTimeout> | undefined;
    let stream: MediaStream | null = null;
    const begin = async () => {
      stream = await navigator.mediaDevices.getUserMedia({
        video: { facingMode: "environment" },
        audio: false,
      });
      const picture = video.current;
      if (left || !picture) {
        for (const track of stream.getTracks()) track.stop();
        return;
      }
      picture.srcObject = stream;
      await picture.play();
      const reads = await detector();
      const look = async () => {
        if (left) return;
        const [found] = await reads.detect(picture).catch(() => []);
        if (left) return;
        if (found?.rawValue) return heard.current(found.rawValue);
        due = setTimeout(() => void look(), EVERY_MS);
      };
      await look();
    };
    begin().catch((fault: Error) => setSays(WHY[fault.name] ?? "The camera cannot be used here."));
    return () => {
      left = true;
      clearTimeout(due);
      for (const track of stream?.getTracks() ?? []) track.stop();
    };
  }, []);
  return (
    <>
      {says && (
        <p role="alert" className="mb-3 font-semibold text-stop">
          {says}
        </p>
      )}
      <video ref={video} muted playsInline className="aspect-[4/3] w-full rounded bg-timber object-cover" />
    </>
  );
}
