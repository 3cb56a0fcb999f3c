"""The window as a screen reader meets it: its tree over D-Bus, and what is heard while it is worked.

Usage: reader.py GOODFOLD JOB, inside of xvfb-run and dbus-run-session. Keys are pressed as a keyboard would."""

import os
import subprocess
import sys
import tempfile
import time

import gi

gi.require_version("Atspi", "2.0")
from gi.repository import Atspi, GLib  # noqa: E402

State = Atspi.StateType
WAIT = 20  # s, at most


class Heard:
    """What was told since last forgotten: (kind of event, name of what it is about, its text)."""

    def __init__(self):
        self.events = []
        self.listener = Atspi.EventListener.new(self.hear)
        for kind in ("object:state-changed:focused", "object:state-changed:showing", "object:text-changed:insert",
                     "object:property-change:accessible-name", "object:property-change:accessible-value",
                     "object:property-change:accessible-description"):
            self.listener.register(kind)

    def hear(self, event):
        try:
            name, description = event.source.get_name() or "", event.source.get_description() or ""
        except GLib.Error:
            return
        if event.type.startswith("object:state-changed") and not event.detail1:
            return
        self.events.append((event.type, name, description))

    def wait_for(self, kind, says):
        """True once something of this kind was told whose name or description has these words."""
        end = time.monotonic() + WAIT
        while time.monotonic() < end:
            pump()
            for its, name, description in self.events:
                if its.startswith(kind) and (says in name or says in description):
                    return True
        return False


def pump(seconds=0.05):
    end = time.monotonic() + seconds
    while time.monotonic() < end:
        GLib.MainContext.default().iteration(False)
        time.sleep(0.002)


def walk(node):
    yield node
    for index in range(node.get_child_count()):
        child = node.get_child_at_index(index)
        if child:
            yield from walk(child)


def has(node, state):
    return node.get_state_set().contains(state)


def window_of(process):
    end = time.monotonic() + WAIT
    while time.monotonic() < end:
        pump(0.1)
        desktop = Atspi.get_desktop(0)
        for index in range(desktop.get_child_count()):
            application = desktop.get_child_at_index(index)
            if application and application.get_process_id() == process.pid and application.get_child_count():
                return application
    raise SystemExit("no window in sight of a reader")


def find(root, name):
    for node in walk(root):
        if node.get_name() == name:
            return node
    raise SystemExit(f'there is no "{name}"')


def press(key):
    """As xdotool calls it: "F2", "ctrl+4"."""
    subprocess.run(["xdotool", "key", key], check=True)
    pump(0.2)


def type_words(words):
    subprocess.run(["xdotool", "type", "--delay", "20", words], check=True)
    pump(0.2)


def take_keyboard(process):
    """There is no window manager to give it to the window."""
    found = subprocess.run(["xdotool", "search", "--sync", "--onlyvisible", "--pid", str(process.pid)], check=True,
                           capture_output=True, text=True)
    subprocess.run(["xdotool", "windowfocus", "--sync", found.stdout.split()[-1]], check=True)


class Check:
    def __init__(self):
        self.failed = 0

    def __call__(self, what, holds):
        print(("ok   " if holds else "FAIL ") + what)
        self.failed += not holds


def check_tree(root, check):
    for node in walk(root):
        if not has(node, State.FOCUSABLE) or not has(node, State.SHOWING):
            continue
        role, name = node.get_role_name(), node.get_name()
        if not name:
            check(f"a {role} that takes the focus has a name", False)
        if role in ("filler", "unknown"):
            check(f'"{name}" is known to be more than a {role}', False)
    folded = find(root, "Allowance rule")
    check("what is folded away is not showing", not has(folded, State.SHOWING))
    for role, name in (("list", "Findings"), ("alert", None)):
        nodes = [n for n in walk(root) if n.get_role_name() == role and (name is None or n.get_name() == name)]
        check(f"there is a {role}", bool(nodes))


def main():
    heard, check = Heard(), Check()
    home = tempfile.TemporaryDirectory() # settings and what was left unsaved are this run's own
    own = {name: home.name for name in ("HOME", "XDG_CONFIG_HOME", "XDG_DATA_HOME", "XDG_STATE_HOME")}
    process = subprocess.Popen(sys.argv[1:], env=dict(os.environ, **own, QT_LINUX_ACCESSIBILITY_ALWAYS_ON="1",
                                                      QT_QPA_PLATFORM="xcb"))
    try:
        root = window_of(process)
        take_keyboard(process)
        pump(1.5)
        check_tree(root, check)
        work(root, heard, check)
    finally:
        process.kill()
    return 1 if check.failed else 0


def work(root, heard, check):
    find(root, "Title of the job").grab_focus()
    pump(0.3)
    find(root, "Type the bracket here").grab_focus()
    check("the line at the ladder is where the focus is", heard.wait_for("object:state-changed:focused", "Type the bracket"))
    heard.events.clear()
    type_words("h 12")
    check("what is typed is told", heard.wait_for("object:text-changed:insert", "Type the bracket"))
    check("what will come of it is told", heard.wait_for("object:property-change:accessible-name", "Enter: Adds h3"))
    press("Return")
    pump(0.5)
    find(root, "Diameter of hole h3")
    heard.events.clear()
    type_words("wide")
    press("Return")
    check("a refusal is called out", heard.wait_for("object:state-changed:showing", "A figure is missing"))
    press("Escape")

    heard.events.clear()
    find(root, "Picture of the bracket").grab_focus()
    check("the picture has the focus", heard.wait_for("object:state-changed:focused", "Picture of the bracket"))
    press("F2")
    check("after F2 the focus is in the figure", heard.wait_for("object:state-changed:focused", "New figure for A"))
    heard.events.clear()
    press("Escape")
    check("after Escape it is in the picture", heard.wait_for("object:state-changed:focused", "Picture of the bracket"))
    check("and was nowhere between", not any(kind.endswith("focused") and name == "Menu" for kind, name, _ in heard.events))
    find(root, "Diameter of hole h3").do_action(1)
    check("a cell that is gone to has the focus", heard.wait_for("object:state-changed:focused", "Diameter of hole h3"))
    heard.events.clear()
    press("Delete")
    check("what was taken out is called out", heard.wait_for("object:property-change:accessible-name", "Taken out: h3"))
    check("and shown as an alert", heard.wait_for("object:state-changed:showing", "Taken out: h3"))

    heard.events.clear()
    find(root, "Length of leg B").do_action(0)
    pump(0.3)
    type_words("80")
    press("Return")
    check("a value that changes is told", heard.wait_for("object:text-changed:insert", "Length of leg B"))
    check("the blank that follows too", heard.wait_for("object:property-change:accessible-name", "182.0 mm, blank"))

    heard.events.clear()
    press("ctrl+4")
    check("at Bending the focus is on the step", heard.wait_for("object:state-changed:focused", "The step in its tool"))
    hidden = find(root, "Picture of the bracket")
    check("what another stage hides is not showing", not has(hidden, State.SHOWING))
    check_tree(root, check)


if __name__ == "__main__":
    sys.exit(main())
