"use client";

import { createContext, useContext } from "react";
import type { PlanModel } from "./use-plan";

const Context = createContext<PlanModel | null>(null);
export const PlanProvider = Context.Provider;

const OpenWindow = createContext<() => void>(() => {});
export const OpenWindowProvider = OpenWindow.Provider;

/** Opens the sowing window and the target. */
export const useOpenWindow = () => useContext(OpenWindow);

/** The plan that the screen is about. */
export function usePlanModel(): PlanModel {
  const model = useContext(Context);
  if (!model) throw new Error("usePlanModel outside of a plan's screen");
  return model;
}
