"""Sorrel Finch, Wicken Estate and Harrow Half-ton.

Everything is invented and physically consistent: corner weights add up to the masses, the standard bars balance as
each car's description says, and the links of the standard settings stand level. The traps: the Finch's left rear
link is 10 mm too long, the Wicken's rear bar is sold with an optimistic claim, and one front pick-up of the Harrow
sits 9 mm low because its arm is bent.

Run `python -m anchor_beam.demo.team` to print the three documents.
"""

from __future__ import annotations

from dataclasses import replace
from functools import lru_cache
from typing import TypeVar

from anchor_beam.core.grip.model import Differential, Drive, RearBrakes
from anchor_beam.core.grip.tyre import TyreKind
from anchor_beam.core.sides import Axle, AxleKind
from anchor_beam.demo.around import AROUND_HARROW, AROUND_SORREL, AROUND_WICKEN
from anchor_beam.demo.readings import HARROW, SORREL, WICKEN
from anchor_beam.documents.load_states import state_of
from anchor_beam.documents.making import axle_record, bar_record, car_record, end_setting
from anchor_beam.documents.parts.shipped import shipped
from anchor_beam.documents.parts.table import parts_from
from anchor_beam.documents.records import (
    Adjuster,
    ArmDirection,
    AxleRecord,
    BarRecord,
    BarState,
    CarFile,
    CarRecord,
    Figure,
    Pair,
    Provenance,
    RackBar,
    Setting,
)

R = TypeVar("R", CarRecord, AxleRecord)

MEASURED, MAKER, TYPICAL = Provenance.MEASURED, Provenance.MAKER, Provenance.TYPICAL
BY_KIND = ("cg_height", "brake_front", "chassis_torsion", "yaw_index")  # what nobody measured on these cars
TIDEWRIGHT, OKEFORD, LANTERN = "Tidewright", "Okeford Spring", "Lantern Forge"


def as_sold(bar: BarRecord, axle: Axle, revision: str = "") -> BarRecord:
    """With what its maker's list says of it beside its dimensions."""
    listed = _listed()[axle, bar.name, revision]
    return replace(bar, facts=listed.facts, hole_names=listed.hole_names)


@lru_cache(maxsize=1)
def _listed() -> dict[tuple[Axle | None, str, str], BarRecord]:
    every = (one for _, text in shipped() for one in parts_from(text))
    return {
        (one.axle, one.part.name, one.facts.revision): one.part for one in every if isinstance(one.part, BarRecord)
    }


def team() -> tuple[CarFile, ...]:
    """The three cars."""
    return (sorrel_finch(), wicken_estate(), harrow_half_ton())


def sorrel_finch() -> CarFile:
    """Mid-engine kit coupe, independent all round, both bars adjustable; neutral as standard, short of its window."""
    front = axle_record(
        MEASURED, Axle.FRONT, pickup_height_mm=92.0, track_mm=1480, wheel_centre_height_mm=288, roll_centre_height_mm=42,
        unsprung_mass_kg=31, spring_rate_N_per_mm=36, spring_ratio=0.8, tyre_rate_N_per_mm=175, pickup_ahead_mm=226,
        pickup_spacing_mm=946, pickup_ratio=0.62, camber_deg=-1.0, roll_camber=0.45,
    )  # fmt: skip
    rear = axle_record(
        MEASURED, Axle.REAR, arms=ArmDirection.REARWARD, pickup_height_mm=88.0, track_mm=1500, wheel_centre_height_mm=296,
        roll_centre_height_mm=78, unsprung_mass_kg=36, spring_rate_N_per_mm=43, spring_ratio=0.85,
        tyre_rate_N_per_mm=195, pickup_ahead_mm=222, pickup_spacing_mm=868, pickup_ratio=0.58, camber_deg=-1.8,
        roll_camber=0.4, differential=Differential.LIMITED_SLIP,
    )  # fmt: skip
    car = car_record(
        MEASURED, "Sorrel Finch", "mid-engine coupe", drive=Drive.REAR, tyre=TyreKind.SEMI_SLICK, front=front,
        rear=_typical(rear, "tyre_rate", "roll_centre_height"), rear_brakes=RearBrakes.FIXED, brake_front_percent=60,
        chassis_torsion_Nm_per_deg=9000, yaw_index=0.85, window_low_percent=0.5, window_high_percent=4.0, wheelbase_mm=2420,
        corner_fl_kg=207, corner_fr_kg=205, corner_rl_kg=252, corner_rr_kg=250, cg_height_mm=446,
    )  # fmt: skip
    car = replace(_typical(car, *BY_KIND), front=_typical(front, "tyre_rate", "roll_centre_height"))
    standard_front = bar_record(
        MEASURED, "standard front", od_mm=22.0, centre_length_mm=930, pivot_spacing_mm=760, arm_length_mm=238,
        splay_deg=2.0, bend_radius_mm=38, holes_mm=(12.0,),
    )  # fmt: skip
    standard_rear = bar_record(
        MEASURED, "standard rear", od_mm=14.0, centre_length_mm=850, pivot_spacing_mm=690, arm_length_mm=234,
        splay_deg=2.0, bend_radius_mm=36, holes_mm=(12.0,),
    )  # fmt: skip
    blade_front = bar_record(
        MAKER, "Tidewright 25", TIDEWRIGHT, od_mm=25.4, wall_mm=4.0, centre_length_mm=930, pivot_spacing_mm=760,
        arm_length_mm=250, splay_deg=2.0, bend_radius_mm=45, bushing_radial_N_per_mm=9000, holes_mm=(12, 38, 64),
    )  # fmt: skip
    adjustable_rear = bar_record(
        MAKER, "Tidewright 17", TIDEWRIGHT, od_mm=17.0, centre_length_mm=850, pivot_spacing_mm=690, arm_length_mm=246,
        splay_deg=2.0, bend_radius_mm=40, bushing_radial_N_per_mm=9000, holes_mm=(12, 36, 60),
    )  # fmt: skip
    blade_front, adjustable_rear = as_sold(blade_front, Axle.FRONT), as_sold(adjustable_rear, Axle.REAR, "late")
    standard = Setting(
        "standard",
        end_setting(standard_front, (0, 0), (92.0, 92.0), MEASURED),
        end_setting(standard_rear, (0, 0), (88.0, 88.0), MEASURED),
    )
    dry = Setting(
        "dry 1",
        end_setting(blade_front, (1, 1), (93.0, 93.0), MEASURED),
        end_setting(adjustable_rear, (1, 1), (88.5, 88.5), MEASURED),
    )
    damp = Setting("damp 3", dry.front, replace(dry.rear, hole_left=0, hole_right=1))
    # the trap: somebody fitted the left rear link 10 mm too long
    trapped = replace(damp.rear, link_left=Figure(0.0985, MEASURED))
    bars = (
        (Axle.FRONT, standard_front),
        (Axle.FRONT, blade_front),
        (Axle.REAR, standard_rear),
        (Axle.REAR, adjustable_rear),
    )
    rack = tuple(RackBar(axle, bar) for axle, bar in bars)
    loaded = "driver, half a tank"
    car = replace(
        car, load_state=loaded, platform="Finch 2", variant="long nose", frame="round tube", exhaust="side exit"
    )
    standard, dry, damp = (replace(setting, state=loaded) for setting in (standard, dry, damp))
    # on the trailer the driver is missing, most of him from the right rear
    trailer = replace(
        state_of(car, "on the trailer, empty"),
        figures=tuple(Figure(value, MEASURED) for value in (188.0, 183.5, 219.0, 214.5, 0.441)),
    )
    return CarFile(
        car, rack, (standard, dry, damp), Setting("damp 3, as found", damp.front, trapped, loaded), standard.name,
        tuple(replace(readings, state=loaded) for readings in SORREL), (state_of(car, loaded), trailer),
        Pair(damp.name, dry.name), obstacles=AROUND_SORREL,
    )  # fmt: skip


def wicken_estate() -> CarFile:
    """Front-drive estate, struts in front, twist beam behind; pushes clearly on its one standard bar."""
    front = axle_record(
        MEASURED, Axle.FRONT, pickup_height_mm=262.0, adjuster=Adjuster.FIXED, track_mm=1530, wheel_centre_height_mm=310,
        roll_centre_height_mm=55, unsprung_mass_kg=36, spring_rate_N_per_mm=26.6, spring_ratio=0.95,
        tyre_rate_N_per_mm=200, pickup_ahead_mm=272, pickup_spacing_mm=1010, pickup_ratio=0.96, camber_deg=-0.6,
        roll_camber=0.85,
    )  # fmt: skip
    rear = axle_record(
        MEASURED, Axle.REAR, arms=ArmDirection.REARWARD, adjuster=Adjuster.ONE_END, pickup_height_mm=-118.0, track_mm=1525,
        wheel_centre_height_mm=310, roll_centre_height_mm=60, unsprung_mass_kg=32, spring_rate_N_per_mm=25.4,
        spring_ratio=0.93, tyre_rate_N_per_mm=200, pickup_ahead_mm=228, pickup_spacing_mm=960, pickup_ratio=0.88,
        thread_pitch_mm=1.5, camber_deg=-1.2, roll_camber=0.6,
    )  # fmt: skip
    car = car_record(
        MEASURED, "Wicken Estate", "front-drive estate", drive=Drive.FRONT, tyre=TyreKind.STREET,
        front=_typical(front, "tyre_rate", "roll_centre_height"), rear=_typical(rear, "tyre_rate", "roll_centre_height"),
        brake_front_percent=74, chassis_torsion_Nm_per_deg=12000, yaw_index=0.97, window_low_percent=1.0,
        window_high_percent=6.0, wheelbase_mm=2640, corner_fl_kg=402, corner_fr_kg=398, corner_rl_kg=262,
        corner_rr_kg=258, cg_height_mm=552,
    )  # fmt: skip
    car = _typical(car, *BY_KIND)
    standard_front = bar_record(
        MEASURED, "standard front", od_mm=20.0, centre_length_mm=980, pivot_spacing_mm=700, arm_length_mm=286,
        splay_deg=3.0, bend_radius_mm=45, holes_mm=(14.0,),
    )  # fmt: skip
    add_on = bar_record(
        MAKER, "Okeford 19", OKEFORD, od_mm=19.0,
        centre_length_mm=940, pivot_spacing_mm=720, arm_length_mm=248, splay_deg=1.0, bend_radius_mm=40,
        bushing_radial_N_per_mm=7000, holes_mm=(14, 46),
    )  # fmt: skip
    add_on = as_sold(add_on, Axle.REAR)
    none_yet = end_setting(add_on, (0, 0), (118.0, 118.0), MEASURED, state=BarState.NONE)
    standard = Setting(
        "standard, no rear bar", end_setting(standard_front, (0, 0), (262.0, 262.0), MEASURED), none_yet
    )
    soft = Setting("rear bar, soft hole", standard.front, replace(none_yet, state=BarState.HOOKED))
    beam_bar = bar_record(
        MAKER, "Okeford beam bar 21", OKEFORD, od_mm=21.0, centre_length_mm=940, pivot_spacing_mm=720, arm_length_mm=120,
        bend_radius_mm=0, bushing_radial_N_per_mm=9000, holes_mm=(14,),
    )  # fmt: skip
    fixed = end_setting(as_sold(beam_bar, Axle.REAR), (0, 0), (118.0, 118.0), MEASURED)
    tried = Setting("beam bar, for comparison", standard.front, fixed)
    rack = (RackBar(Axle.FRONT, standard_front), RackBar(Axle.REAR, add_on))
    bench = Setting("rear bar on trial", soft.front, soft.rear)
    car = replace(car, platform="Wicken A", frame="unit body", exhaust="single rear exit")
    return CarFile(car, rack, (standard, soft, tried), bench, standard.name, WICKEN, obstacles=AROUND_WICKEN)


def harrow_half_ton() -> CarFile:
    """Live-axle pick-up with a lateral rod; pushes on its standard front bar, the rear bar takes most of that away."""
    front = axle_record(
        MEASURED, Axle.FRONT, pickup_height_mm=104.0, pickup_height_left_mm=95.0, track_mm=1520, wheel_centre_height_mm=345,
        roll_centre_height_mm=85, unsprung_mass_kg=48, spring_rate_N_per_mm=66, spring_ratio=0.72,
        tyre_rate_N_per_mm=230, pickup_ahead_mm=250, pickup_spacing_mm=980, pickup_ratio=0.6, thread_pitch_mm=1.5,
        camber_deg=-0.5, roll_camber=0.45,
    )  # fmt: skip
    rear = axle_record(
        MEASURED, Axle.REAR, kind=AxleKind.LIVE, arms=ArmDirection.REARWARD, pickup_height_mm=-140.0, track_mm=1540,
        wheel_centre_height_mm=355, roll_centre_height_mm=320, unsprung_mass_kg=175, spring_rate_N_per_mm=38,
        spring_ratio=1.0, spring_base_mm=1040, tyre_rate_N_per_mm=245, pickup_ahead_mm=268, pickup_spacing_mm=940,
        pickup_ratio=0.66, thread_pitch_mm=1.5, camber_deg=0.0, roll_camber=0.0,
    )  # fmt: skip
    car = car_record(
        MEASURED, "Harrow Half-ton", "live-axle pick-up", drive=Drive.REAR, tyre=TyreKind.STREET,
        front=_typical(front, "tyre_rate", "roll_centre_height"), rear=_typical(rear, "tyre_rate"),
        rear_brakes=RearBrakes.VALVE, brake_front_percent=68, chassis_torsion_Nm_per_deg=4000, yaw_index=1.0,
        window_low_percent=1.0, window_high_percent=6.0, wheelbase_mm=2900, corner_fl_kg=398, corner_fr_kg=396,
        corner_rl_kg=370, corner_rr_kg=367, cg_height_mm=608,
    )  # fmt: skip
    car = _typical(car, *BY_KIND)
    standard_front = bar_record(
        MEASURED, "standard front", od_mm=25.0, centre_length_mm=960, pivot_spacing_mm=740, arm_length_mm=266,
        splay_deg=2.0, bend_radius_mm=50, holes_mm=(16.0,),
    )  # fmt: skip
    light_rear = bar_record(
        MEASURED, "standard rear", od_mm=16.0, centre_length_mm=930, pivot_spacing_mm=700, arm_length_mm=282,
        bend_radius_mm=42, holes_mm=(14.0,),
    )  # fmt: skip
    splined_rear = bar_record(
        MAKER, "Lantern splined 24", LANTERN, od_mm=24.0, wall_mm=3.0, centre_length_mm=930, pivot_spacing_mm=810,
        arm_length_mm=290, bend_radius_mm=0, plate_arms=True, arm_width_mm=34, arm_thickness_mm=12,
        bushing_radial_N_per_mm=14000, holes_mm=(22, 46, 70, 94, 118),
    )  # fmt: skip
    splined_rear = as_sold(splined_rear, Axle.REAR)
    car = replace(car, platform="Harrow 5", frame="ladder frame", exhaust="twin rear exit")
    fitted_front = end_setting(standard_front, (0, 0), (104.0, 104.0), MEASURED)
    standard = Setting("standard", fitted_front, end_setting(light_rear, (0, 0), (140.0, 140.0), MEASURED))
    sprint = Setting("sprint", fitted_front, end_setting(splined_rear, (1, 1), (140.0, 140.0), MEASURED))
    rack = (RackBar(Axle.FRONT, standard_front), RackBar(Axle.REAR, light_rear), RackBar(Axle.REAR, splined_rear))
    return CarFile(
        car,
        rack,
        (standard, sprint),
        Setting("sprint, on trial", fitted_front, sprint.rear),
        standard.name,
        HARROW,
        obstacles=AROUND_HARROW,
    )


def _typical(record: R, *names: str) -> R:
    """The same record with these figures marked typical."""
    return replace(record, **{name: replace(getattr(record, name), provenance=TYPICAL) for name in names})


if __name__ == "__main__":
    from anchor_beam.documents.plain import to_json

    for car in team():
        print(to_json(car))
