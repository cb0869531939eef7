"""The whole job as solids in binary glTF: one node a part, named by its label, with its lasting id, in metres with y up."""

from __future__ import annotations

from typing import Any

import numpy as np
import trimesh
import trimesh.visual.material

from rowstake.core.catalogue.models import Look
from rowstake.core.faults import refuse
from rowstake.core.parts import identified
from rowstake.core.plan import AnyPlan
from rowstake.core.space import Vec
from rowstake.core.space.mesh import triangles
from rowstake.files.base import Format, Issue

COLOURS: dict[Look | None, tuple[int, int, int]] = {
    "post": (140, 104, 66), "board": (196, 154, 98), "rail": (164, 122, 76), "frame": (176, 136, 88),
    "brace": (152, 112, 70), "concrete": (150, 150, 146), "gravel": (126, 120, 110), "hole": (110, 84, 60),
}  # fmt: skip
PLAIN = (160, 160, 160)
MESHES: Any = trimesh
"""Its own types are not complete."""


def _metres(p: Vec) -> tuple[float, float, float]:
    """Millimetres with z up as metres with y up."""
    return p[0] / 1000, p[2] / 1000, -p[1] / 1000


def _materials() -> dict[tuple[int, int, int], Any]:
    every = {*COLOURS.values(), PLAIN}
    return {
        c: MESHES.visual.material.PBRMaterial(baseColorFactor=[*c, 255], metallicFactor=0.0, roughnessFactor=0.9)
        for c in every
    }


def write(plan: AnyPlan, _: str, __: Issue) -> bytes:
    scene, materials = MESHES.Scene(), _materials()
    for key, part in identified(plan.parts).items():
        if part.solid is None:
            continue
        corners = np.array([[_metres(p) for p in t] for t in triangles(part.solid)]).reshape(-1, 3)
        mesh = MESHES.Trimesh(corners, np.arange(len(corners)).reshape(-1, 3), process=False)
        mesh.visual = MESHES.visual.TextureVisuals(material=materials[COLOURS.get(part.sort.look, PLAIN)])
        scene.add_geometry(mesh, node_name=part.label, geom_name=part.label, metadata={"id": key, "kind": part.kind})
    if not scene.geometry:
        raise refuse("format", "glb", "a job with pieces that stand somewhere", "There is nothing solid in this job")
    data: bytes = scene.export(file_type="glb")
    return data


FORMAT = Format(
    "glb",
    "drawings",
    "solids, as glTF",
    "model/gltf-binary",
    "glb",
    lambda _: {"solids": "Every part as a solid"},
    write,
)
