"""What cannot be read on a page, found by where things lie: words over words, words cut off, pages wider than their window, drawings that are left
no room."""

LOOK = """() => {
  const wrong = [];
  const hit = (a, b) => Math.min(a.right, b.right) - Math.max(a.left, b.left) > 1.5 && Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top) > 3;
  const say = (e) => (e.textContent || e.getAttribute('aria-label') || '').trim().slice(0, 40);
  for (const frame of document.querySelectorAll('[data-scene]')) {
    const room = frame.getBoundingClientRect();
    if (!room.width) continue;
    const words = [...frame.querySelectorAll('svg text')].map(e => [e, e.getBoundingClientRect()]);
    words.forEach(([one, a], i) => {
      if (a.left < room.left - 2 || a.right > room.right + 2 || a.top < room.top - 2 || a.bottom > room.bottom + 2)
        wrong.push(`${frame.dataset.scene}: “${say(one)}” is cut off by its frame`);
      // Words on a slant lie in a larger box than they take.
      if (one.hasAttribute('transform') && !/rotate\\((-?90|0|180)\\b/.test(one.getAttribute('transform'))) return;
      for (const [other, b] of words.slice(i + 1)) {
        if (other.hasAttribute('transform') && !/rotate\\((-?90|0|180)\\b/.test(other.getAttribute('transform'))) continue;
        if (hit(a, b)) wrong.push(`${frame.dataset.scene}: “${say(one)}” lies on “${say(other)}”`);
      }
    });
  }
  for (const e of document.querySelectorAll('main *, header *, nav *')) {
    const style = getComputedStyle(e);
    if (style.overflowX === 'visible' || style.overflowX === 'auto' || style.overflowX === 'scroll' || e.closest('[data-scene]') || e.closest('[aria-label=Tape]') || style.clipPath !== 'none') continue;
    if (e.matches('input, select, textarea, svg, svg *')) continue;
    if (e.scrollWidth > e.clientWidth + 1 && say(e)) wrong.push(`“${say(e)}” is cut off`);
  }
  for (const e of document.querySelectorAll('select, input:not([type=checkbox]):not([type=radio]):not([type=range]):not([type=file])')) {
    if (e.offsetWidth && e.getAttribute('aria-label') !== 'Job name' && e.scrollWidth > e.clientWidth + 2) wrong.push(`the blank “${e.getAttribute('aria-label')}” is too small for “${(e.value || '').slice(0, 30)}”`);
  }
  for (const e of document.querySelectorAll('[data-panels] figure')) {
    if (e.scrollHeight > e.clientHeight + 2) wrong.push(`“${say(e)}” runs over its place`);
  }
  if (document.documentElement.scrollWidth > innerWidth) wrong.push(`the page is ${document.documentElement.scrollWidth} wide in ${innerWidth}`);
  return wrong;
}"""

SMALL = """() => {
  const wrong = [];
  for (const frame of document.querySelectorAll('[data-panels] > figure [data-scene]')) {
    const [room, whole] = [frame.getBoundingClientRect(), frame.closest('figure').getBoundingClientRect()];
    if (room.height < 0.7 * whole.height) wrong.push(`${frame.dataset.scene}: the drawing is left ${Math.round(room.height)} px of ${Math.round(whole.height)}`);
    const own = [...frame.querySelectorAll('svg:first-of-type polygon')].map(e => e.getBoundingClientRect());
    const [left, right] = [Math.min(...own.map(b => b.left)), Math.max(...own.map(b => b.right))];
    const [top, foot] = [Math.min(...own.map(b => b.top)), Math.max(...own.map(b => b.bottom))];
    const share = Math.max((right - left) / room.width, (foot - top) / room.height);
    if (own.length && share < 0.45) wrong.push(`${frame.dataset.scene}: what is drawn takes ${Math.round(100 * share)} % of its frame`);
  }
  return wrong;
}"""

# A drawing is laid out anew in the frame after its window changed.
DRAWN = "() => new Promise(done => { let n = 0; const next = () => (++n > 5 ? done() : requestAnimationFrame(next)); next(); })"


def unreadable(page) -> list[str]:
    page.evaluate("document.fonts.ready")
    page.evaluate(DRAWN)
    return page.evaluate(LOOK)


def small(page) -> list[str]:
    """Main drawings that the words and buttons about them leave little room."""
    return page.evaluate(SMALL)
