import { Refusal } from "@/house";
import { NotPlayed } from "@/practice/not-played";
import { problem } from "../http";

export const practiceProblem = (fault: unknown): Response =>
  problem(fault instanceof NotPlayed ? new Refusal(fault.code, fault.message, fault.status) : fault);
