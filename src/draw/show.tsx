"use client";

import { createContext, useContext } from "react";
import { formatNumber } from "@/core/units/formatQuantity";

/** How a drawing writes a length; the screen decides between millimetres and inches. */
export const ShowLength = createContext((mm: number): string => formatNumber(mm, 1));
export const useShow = () => useContext(ShowLength);
