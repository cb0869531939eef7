"""Typed models of the facts in `data/`, one file a data file. Lengths in mm, stresses in MPa, densities in kg/m³."""

from rowstake.core.catalogue.models.advice import AdviceEntry
from rowstake.core.catalogue.models.base import PSI, Fact, Look
from rowstake.core.catalogue.models.calendar import CalendarFacts, Visit, WeatherLimits
from rowstake.core.catalogue.models.climates import Climate
from rowstake.core.catalogue.models.cost import CostFacts, Currency
from rowstake.core.catalogue.models.deck import DeckFacts, HangerRating, PostHeight
from rowstake.core.catalogue.models.decking import Decking
from rowstake.core.catalogue.models.figures import FigureEntry
from rowstake.core.catalogue.models.footings import FootingEntry
from rowstake.core.catalogue.models.goods import GoodEntry
from rowstake.core.catalogue.models.ground import Soil
from rowstake.core.catalogue.models.inspection import InspectionRule
from rowstake.core.catalogue.models.kinds import Kind
from rowstake.core.catalogue.models.materials import (
    Bag,
    BoardFixing,
    BoltFacts,
    Collar,
    Concrete,
    CuttingFacts,
    Fill,
    Finish,
    Fixings,
    Foam,
    GateFacts,
    Hinge,
    Limits,
    Masonry,
    Materials,
    PostFacts,
    RailFacts,
    SealerFacts,
    SeasonFacts,
    SheetFacts,
    SlopeFacts,
    SolidBay,
    Stack,
    TrimFacts,
)
from rowstake.core.catalogue.models.methods import MethodEntry
from rowstake.core.catalogue.models.movement import Movement
from rowstake.core.catalogue.models.rates import Rates, WorkingDay
from rowstake.core.catalogue.models.regions import Region
from rowstake.core.catalogue.models.sections import Section
from rowstake.core.catalogue.models.species import Species
from rowstake.core.catalogue.models.steps import StepFacts, StepLimits
from rowstake.core.catalogue.models.structure import StructureFacts
from rowstake.core.catalogue.models.styles import StyleEntry

__all__ = [
    "PSI",
    "AdviceEntry",
    "Bag",
    "BoardFixing",
    "BoltFacts",
    "CalendarFacts",
    "Climate",
    "Collar",
    "Concrete",
    "CostFacts",
    "Currency",
    "CuttingFacts",
    "DeckFacts",
    "Decking",
    "Fact",
    "FigureEntry",
    "Fill",
    "Finish",
    "Fixings",
    "Foam",
    "FootingEntry",
    "GateFacts",
    "GoodEntry",
    "HangerRating",
    "Hinge",
    "InspectionRule",
    "Kind",
    "Limits",
    "Look",
    "Masonry",
    "Materials",
    "MethodEntry",
    "Movement",
    "PostFacts",
    "PostHeight",
    "RailFacts",
    "Rates",
    "Region",
    "SealerFacts",
    "SeasonFacts",
    "Section",
    "SheetFacts",
    "SlopeFacts",
    "Soil",
    "SolidBay",
    "Species",
    "Stack",
    "StepFacts",
    "StepLimits",
    "StructureFacts",
    "StyleEntry",
    "TrimFacts",
    "Visit",
    "WeatherLimits",
    "WorkingDay",
]
