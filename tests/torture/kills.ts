import { spawn } from "node:child_process";
import { findJob, history } from "@/data/jobs";
import { openDatabase } from "@/data/connection";
import { randomOf } from "./random";

export type Killed = { kills: number; acknowledged: number; lost: number; unreadable: number };

/** Writes from a process of its own, which is killed without warning; what it was told to be stored must be there afterwards. */
export async function killAgainAndAgain(p: { file: string; id: string; kills: number; seed: number }): Promise<Killed> {
  const random = randomOf(p.seed);
  const told: Killed = { kills: 0, acknowledged: 0, lost: 0, unreadable: 0 };
  while (told.kills < p.kills) {
    const last = await writeUntilKilled(p.file, p.id, 2 + Math.floor(random() * 12));
    told.kills += 1;
    told.acknowledged += last.length;
    const db = await openDatabase(p.file);
    try {
      const job = await findJob(db, p.id);
      const lines = await history(db, p.id, 0, 100_000);
      const versions = new Set(lines.map((line) => line.version));
      told.lost += last.filter((version) => !versions.has(version) || (job?.version ?? 0) < version).length;
      const [check] = (await db.raw("pragma integrity_check")) as { integrity_check: string }[];
      if (!job || check?.integrity_check !== "ok") told.unreadable += 1;
    } catch {
      told.unreadable += 1;
    } finally {
      await db.destroy();
    }
  }
  return told;
}

/** @returns the versions that were acknowledged before the process was killed, after so many of them, in the middle of the next */
function writeUntilKilled(file: string, id: string, edits: number): Promise<number[]> {
  return new Promise((resolve, reject) => {
    // The program itself, not a shell around it: what is killed is what writes.
    const child = spawn(process.execPath, ["--import", "tsx", "tests/torture/writer.ts", file, id], {
      stdio: ["ignore", "pipe", "pipe"],
    });
    const versions: number[] = [];
    let error = "";
    child.stdout.setEncoding("utf8").on("data", (piece: string) => {
      for (const line of piece.split("\n")) if (/^\d+$/.test(line)) versions.push(Number(line));
      if (versions.length >= edits) child.kill("SIGKILL");
    });
    child.stderr.setEncoding("utf8").on("data", (piece: string) => (error += piece));
    child.on("exit", (code) => (code === null ? resolve(versions) : reject(new Error(error))));
  });
}
