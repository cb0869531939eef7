"""Tables: a site, its jobs, every revision of their documents, books of prices, and quotations as they were given."""

from __future__ import annotations

from datetime import date, datetime
from decimal import Decimal
from typing import Any

from sqlalchemy import JSON, Boolean, Date, DateTime, Float, ForeignKey, Integer, LargeBinary, Numeric, String, func
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column, relationship


class Base(DeclarativeBase):
    pass


class SiteRow(Base):
    """One garden and whose it is. `version` counts its changes."""

    __tablename__ = "sites"

    id: Mapped[str] = mapped_column(String(36), primary_key=True)
    name: Mapped[str] = mapped_column(String(120))
    customer: Mapped[str] = mapped_column(String(120), default="")
    address: Mapped[str] = mapped_column(String(400), default="")
    notes: Mapped[str] = mapped_column(String(4000), default="")
    version: Mapped[int] = mapped_column(Integer, default=1)
    created_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())


class JobRow(Base):
    """`current` is the revision shown; undo and redo move it along the tree of revisions."""

    __tablename__ = "jobs"

    id: Mapped[str] = mapped_column(String(36), primary_key=True)
    name: Mapped[str] = mapped_column(String(120))
    archived: Mapped[bool] = mapped_column(Boolean, default=False)
    current: Mapped[int] = mapped_column(Integer, default=1)
    created_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())
    card: Mapped[dict[str, Any] | None] = mapped_column(JSON(none_as_null=True), nullable=True)
    """What a list shows of the current revision; None where it was written before there were cards."""
    unread: Mapped[str | None] = mapped_column(String(400), nullable=True)
    """Why the current revision cannot be read, where it cannot."""
    changed_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())
    site_id: Mapped[str | None] = mapped_column(ForeignKey("sites.id"), nullable=True)
    site: Mapped[SiteRow | None] = relationship()
    revisions: Mapped[list[RevisionRow]] = relationship(back_populates="job", order_by="RevisionRow.number")


class RevisionRow(Base):
    """One version of a document and the one it was made from. Never changed, never removed."""

    __tablename__ = "revisions"

    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id"), primary_key=True)
    number: Mapped[int] = mapped_column(Integer, primary_key=True)
    parent: Mapped[int | None] = mapped_column(Integer, nullable=True)
    document: Mapped[dict[str, Any]] = mapped_column(JSON)
    note: Mapped[str] = mapped_column(String(200), default="")
    made_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())
    job: Mapped[JobRow] = relationship(back_populates="revisions")


class BookRow(Base):
    """A book of prices; `version` is the one in use, and what a list shows of it stands beside it."""

    __tablename__ = "books"

    id: Mapped[str] = mapped_column(String(60), primary_key=True)
    name: Mapped[str] = mapped_column(String(120))
    version: Mapped[int] = mapped_column(Integer, default=1)
    currency: Mapped[str] = mapped_column(String(3))
    items: Mapped[int] = mapped_column(Integer)
    suppliers: Mapped[list[str]] = mapped_column(JSON)
    changed_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())


class BookVersionRow(Base):
    """What a book held. Never changed."""

    __tablename__ = "book_versions"

    book_id: Mapped[str] = mapped_column(ForeignKey("books.id", ondelete="CASCADE"), primary_key=True)
    number: Mapped[int] = mapped_column(Integer, primary_key=True)
    content: Mapped[dict[str, Any]] = mapped_column(JSON)
    made_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())


class QuotationRow(Base):
    """A quotation as it was given, with its prices: later prices change nothing in it."""

    __tablename__ = "quotations"

    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id"), primary_key=True)
    number: Mapped[int] = mapped_column(Integer, primary_key=True)
    revision: Mapped[int] = mapped_column(Integer)
    content: Mapped[dict[str, Any]] = mapped_column(JSON)
    made_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())


class OffcutRow(Base):
    """A length that was left over, and the job that it was used up by."""

    __tablename__ = "offcuts"

    id: Mapped[str] = mapped_column(String(36), primary_key=True)
    section: Mapped[str] = mapped_column(String(40))
    length_mm: Mapped[float] = mapped_column(Float)
    label: Mapped[str] = mapped_column(String(40), unique=True)
    job_id: Mapped[str | None] = mapped_column(ForeignKey("jobs.id"), nullable=True)
    used_by: Mapped[str | None] = mapped_column(ForeignKey("jobs.id"), nullable=True)
    kept_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())


class ActualRow(Base):
    """A receipt, or hours that were worked."""

    __tablename__ = "actuals"

    id: Mapped[str] = mapped_column(String(36), primary_key=True)
    place: Mapped[int] = mapped_column(Integer)
    """In which order they were written down."""
    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id"))
    day: Mapped[date] = mapped_column(Date)
    section: Mapped[str] = mapped_column(String(20))
    words: Mapped[str] = mapped_column(String(200))
    amount: Mapped[Decimal] = mapped_column(Numeric(14, 4))
    hours: Mapped[float | None] = mapped_column(Float, nullable=True)


class EntryRow(Base):
    """An entry of a job's record as it came, the `number`-th. Never changed, never removed."""

    __tablename__ = "entries"

    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id"), primary_key=True)
    id: Mapped[str] = mapped_column(String(64), primary_key=True)
    number: Mapped[int] = mapped_column(Integer)
    body: Mapped[dict[str, Any]] = mapped_column(JSON)
    came_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())


class PhotoRow(Base):
    """A picture, and a small one of it."""

    __tablename__ = "photos"

    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id"), primary_key=True)
    id: Mapped[str] = mapped_column(String(64), primary_key=True)
    picture: Mapped[bytes] = mapped_column(LargeBinary)
    small: Mapped[bytes] = mapped_column(LargeBinary)
    came_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())
