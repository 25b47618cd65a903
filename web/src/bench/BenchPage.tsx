import type { ComponentType } from "react";
import { Navigate, useParams } from "react-router";
import { useCatalogue } from "../api/queries";
import { Loaded } from "../app/Trouble";
import { BoilBench } from "./BoilBench";
import { WaitBench } from "./WaitBench";
import { FuelBench } from "./FuelBench";
import { CanisterBench } from "./CanisterBench";
import { MineralsBench } from "./MineralsBench";
import { GrindBench } from "./GrindBench";
import { questions } from "./questions";
import type { BenchProps } from "./Sheet";
import { useBase } from "./useBase";
import "./bench.css";

const sheets: Record<(typeof questions)[number]["id"], ComponentType<BenchProps>> = {
  boil: BoilBench,
  wait: WaitBench,
  fuel: FuelBench,
  canister: CanisterBench,
  water: MineralsBench,
  grind: GrindBench,
};

export default function BenchPage() {
  const { question } = useParams();
  const catalogue = useCatalogue();
  const base = useBase();
  const now = questions.find((q) => q.id === question);
  if (!now) return <Navigate replace to="/bench/boil" />;
  const At = sheets[now.id];
  return (
    <Loaded query={catalogue}>
      {(c) =>
        base.ready ? <At key={now.id} base={base} catalogue={c} /> : <div className="loading">Reading…</div>
      }
    </Loaded>
  );
}
