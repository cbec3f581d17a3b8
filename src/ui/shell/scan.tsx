"use client";

import { ScanLine } from "lucide-react";
import dynamic from "next/dynamic";
import { useEffect, useState } from "react";
import { Modal } from "../modal";

const Camera = dynamic(() => import("./camera").then((m) => m.Camera));

/** The tablet's own camera in the place of a scanner; only where a browser lets it be used. */
export function Scan({ onText }: { onText: (text: string) => void }) {
  const [able, setAble] = useState(false);
  const [open, setOpen] = useState(false);
  useEffect(() => setAble(navigator.mediaDevices?.getUserMedia !== undefined), []);
  if (!able) return null;
  return (
    <Modal
      title="Hold the code before the camera"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button type="button" className="do" data-quiet="" aria-label="Scan with the camera">
          <ScanLine size={20} aria-hidden />
        </button>
      }
    >
      {open && (
        <Camera
          onText={(text) => {
            setOpen(false);
            onText(text);
          }}
        />
      )}
    </Modal>
  );
}
