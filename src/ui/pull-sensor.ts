import { PointerSensor, type PointerSensorProps, useSensor, useSensors } from "@dnd-kit/core";

/** Drawn frames after which a thing is let go wherever it is thought to be by then: a second. */
const MOST_FRAMES = 60;

/** Goes on once it is known what lies under the thing that is pulled, where it is now. */
function onceFound(context: PointerSensorProps["context"], then: () => void, frames = MOST_FRAMES): void {
  requestAnimationFrame(() => {
    const { active, collisions, over, scrollAdjustedTranslate } = context.current;
    const found = active && scrollAdjustedTranslate && collisions && collisions[0]?.id === over?.id;
    if (found || frames === 0) then();
    else onceFound(context, then, frames - 1);
  });
}

/**
 * Pulls by mouse or finger that end where they were let go, however quick the hand and slow the tablet:
 * a busy browser tells a whole pull as one movement, and of letting go before it has drawn it.
 */
class PullSensor extends PointerSensor {
  constructor(props: PointerSensorProps) {
    let pulling = false;
    super({
      ...props,
      onStart: (from) => {
        pulling = true;
        props.onStart(from);
      },
      onCancel: () => {
        pulling = false;
        props.onCancel();
      },
      onEnd: () => {
        if (pulling) onceFound(props.context, props.onEnd);
        else props.onEnd();
      },
    });
    // The sensor takes the movement that begins a pull for no movement, and where it ends for nothing.
    const lastMove = (e: PointerEvent): void => {
      if (pulling) props.onMove({ x: e.clientX, y: e.clientY });
    };
    document.addEventListener("pointerup", lastMove, { capture: true, once: true });
  }
}

/** A press is a press: only pulling some way begins to move a thing. */
export const usePull = () => useSensors(useSensor(PullSensor, { activationConstraint: { distance: 8 } }));
