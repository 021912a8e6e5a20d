"""Answering the questions of a document one by one; a fault in one leaves the others answered."""

from __future__ import annotations

import json
from typing import Any

from anchor_beam.core.bar.handbook import handbook
from anchor_beam.core.bar.peak import peak_stress
from anchor_beam.core.bar.stiffness import SHARES, BarSolution, solve
from anchor_beam.documents.asks import QUESTIONS, BarQuestion, bar_from_ask, chosen_pairs, document_place
from anchor_beam.documents.plain import FORMAT
from anchor_beam.documents.reading import parse_json, require_format, validate
from anchor_beam.errors import AnchorBeamError, DocumentError, InputError, NoSolution, Problem

ANSWERED, UNREADABLE, PARTLY = 0, 2, 3  # exit codes of `anchor-beam solve`


def answer_text(text: str) -> tuple[str, int]:
    """The answering document and the exit code.

    Raises:
        DocumentError: when the text is no document of questions at all.
    """
    data = require_format(parse_json(text), "a document of questions")
    extra = set(data) - {"anchor_beam", "ask"}
    if extra:
        raise DocumentError(
            "The document has keys that are not known.",
            tuple(Problem(key, f"The key “{key}” is not known here.", "anchor_beam, ask") for key in sorted(extra)),
        )
    if not isinstance(data.get("ask"), list):
        raise DocumentError("The document asks nothing.", (Problem("ask", "This must be a list of questions."),))
    answers = [_answer(ask, i) for i, ask in enumerate(data["ask"])]
    code = PARTLY if any("error" in answer for answer in answers) else ANSWERED
    return json.dumps({"anchor_beam": FORMAT, "answers": answers}, indent=1, ensure_ascii=False), code


def _answer(ask: Any, index: int) -> dict[str, Any]:
    at = f"ask[{index}]"
    name = ask.get("id") if isinstance(ask, dict) else None
    try:
        return {"id": name, "result": _result(ask, at)}
    except DocumentError as problem:
        errors = [_error(p.place, str(Problem("", p.message, p.accepts))) for p in problem.problems]
        error = errors[0] if errors else _error(at, problem.message)
        return {"id": name, "error": error | ({"all": errors} if len(errors) > 1 else {})}
    except (InputError, NoSolution) as problem:
        return {"id": name, "error": _error(problem.place, str(problem))}


def _error(place: str, message: str) -> dict[str, Any]:
    return {"at": place, "message": message}


def _result(ask: Any, at: str) -> dict[str, Any]:
    if not isinstance(ask, dict):
        raise InputError(at, "A question must be a group in braces.")
    kind = ask.get("kind")
    if kind not in QUESTIONS:
        raise InputError(
            f"{at}.kind", f"There is no question of kind {kind!r}.", accepts=", ".join(sorted(QUESTIONS))
        )
    question = validate(QUESTIONS[kind], ask, prefix=at)
    assert isinstance(question, BarQuestion)
    pairs = _placed(lambda: chosen_pairs(question), lambda place: f"{at}.{place}")
    solution = _placed(lambda: solve(bar_from_ask(question.bar)), lambda place: f"{at}.{document_place(place)}")
    return _bar_result(question, solution, pairs)


def _placed(work: Any, outer: Any) -> Any:
    """Run `work` and give its error the place in the whole document."""
    try:
        return work()
    except AnchorBeamError as problem:
        raise type(problem)(
            outer(problem.place), problem.message, got=problem.got, accepts=problem.accepts
        ) from problem


def _bar_result(question: BarQuestion, solution: BarSolution, pairs: list[tuple[int, int]]) -> dict[str, Any]:
    forms = handbook(solution.bar)
    return {
        "mass_kg": solution.mass,
        "pairs": [_pair(question, solution, left, right) for left, right in pairs],
        "handbook": {
            "spring_manual_k_end_N_per_mm": _per_mm(forms.spring_manual),
            "torsion_and_arm_k_end_N_per_mm": _per_mm(forms.torsion_and_arm),
        },
    }


def _pair(question: BarQuestion, solution: BarSolution, left: int, right: int) -> dict[str, Any]:
    torque = question.load_N * float(solution.levers[0, left])
    stress = solution.stress(left, right, torque)
    peak = peak_stress(solution, left, right, torque)
    found: dict[str, Any] = {
        "left": left,
        "right": right,
        "lever_left_mm": float(solution.levers[0, left]) * 1e3,
        "lever_right_mm": float(solution.levers[1, right]) * 1e3,
        "K_theta_Nm_per_rad": float(solution.K_theta[left, right]),
        "k_end_N_per_mm": _per_mm(solution.end_rate(left, right)),
        "energy_J": solution.energy(left, right, torque),
        "von_mises_max_MPa": None if stress is None else stress[0] / 1e6,
        "von_mises_at_mm": None if stress is None else stress[1] * 1e3,
        "von_mises_peak_MPa": None if peak.stress is None else peak.stress / 1e6,
        "share": dict(zip(SHARES, map(float, solution.shares(left, right)), strict=True)),
    }
    if peak.reason:
        found["von_mises_peak_reason"] = peak.reason
    return found


def _per_mm(rate: float | None) -> float | None:
    return None if rate is None else rate / 1e3
