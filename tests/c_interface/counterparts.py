"""Every public function of the runtime, of the draw list and of saved states has its counterpart in
rondix.h, and each of those is exported by the shared library.

    counterparts.py FOLDER LIBRARY      FOLDER: for what doxygen writes

A counterpart has the name that follows from the C++ one: Runner::press() is rondix_runner_press(),
runs() is rondix_runs(). Where it cannot, `OTHERWISE` says how it is called; where C needs none,
`NOT_NEEDED` says why. A line of either that stands for nothing fails, too.
"""
import pathlib
import re
import subprocess
import sys
import xml.etree.ElementTree as xml

ROOT = pathlib.Path(__file__).resolve().parents[2]
HEADERS = ["include/rondix/runtime", "include/rondix/draw_list.hpp",
           "include/rondix/packed_pictures.hpp", "include/rondix/saved_state.hpp",
           "include/rondix/conformance.hpp", "include/rondix/version.hpp"]
# How the names of C begin for what belongs to a class.
CLASSES = {"Runner": "runner", "CompiledFlow": "flow", "Bindings": "bindings", "DrawList": "draw_list",
           "PackedPictures": "packed_pictures", "MenuState": "menu_state",
           "Conformance": "conformance"}

OTHERWISE = {
    "Runner::Runner": "runner_new", "Runner::~Runner": "runner_free",
    "Runner::start(HostState)": "runner_start_in",
    "Runner::resume_from": "restore take_over",  # a snapshot is taken by them alone
    "Runner::finish(LoadTicket, Answer)": "runner_finish_load",
    "Runner::finish(RequestTicket, Answer)": "runner_finish_request",
    "Runner::take_effects": "runner_take_effect", "Runner::take_moves": "runner_take_move",
    "Runner::view": "runner_view runner_item",
    "estimating_measurer": "runner_set_estimating_measurer",
    "Bindings::Bindings": "bindings_new",
    "DrawList::DrawList": "draw_list_new", "DrawList::~DrawList": "draw_list_free",
    "MenuState::MenuState": "menu_state_new",
    "CompiledFlow::text": "flow_name", "CompiledFlow::has": "flow_has",
    "CompiledFlow::operator[]": "flow_control_of flow_setting_of flow_name flow_file",
    "Looks::operator[]": "flow_style",
    "name_of(ControlKind)": "control_kind_name", "name_of(DeviceKind)": "device_kind_name",
    "name_of(const CompiledFlow &, Target)": "target_name",
    "button_named": "target_named", "own_number": "own_number", "is_own": "own_number",
    "Canvas::to_design": "canvas_to_design", "Canvas::to_pixel": "canvas_to_pixel",
    "Conformance::Conformance": "conformance_new", "name_of(Breach::Kind)": "breach_kind_name",
    "breach_text": "conformance_breach",
    "saved": "saved_of", "read_saved": "saved_read",
    "MenuState::assign": "menu_state_assign",
}
NOT_NEEDED = {
    "is arithmetic with what C has as numbers": """
        Rect::contains Rect::middle Rect::right Rect::bottom Transform::operator() Transform::after
        shift_by scale_about rgb turned index(Id) set_of Device::pad Device::finger target_of
        is_button key_of id_of is_part IndexRange::end""",
    "reads a field of a struct that C has as a field": """
        Effect::scene Effect::cue Effect::tune Effect::request Effect::setting Effect::screen
        Effect::control Effect::word Effect::load_ticket Effect::request_ticket Effect::Effect
        Move::press Move::change Move::turn Move::back Move::menu Move::key Move::other_key
        Move::loaded Move::load_failed Move::load_timeout Move::done Move::failed
        Move::request_timeout Move::moves_on Move::idle Move::event Move::due Move::raise
        Move::lower Move::set Move::start Move::control Move::as_key Move::as_event Move::flag
        Move::request Move::pages Move::setting CodeNames::operator() Translator::operator()
        ListRows::operator[]""",
    "tells kinds apart, which are plain numbers in C": """
        is_players is_answer is_bad_answer is_moving_on moves_among_screens change_by
        is_usable_kind is_pressed_kind is_counted""",
    "is about rows of tables, which C does not see": """
        Table::Table Table::~Table Table::operator= Table::begin Table::end Table::data Table::size
        Table::empty Table::operator[] Table::back Table::edit Table::edit_back Table::push_back
        Table::reserve Table::resize Table::clear Table::emplace_back Table::at Table::append
        is_true holds_of_scene allowed answer_to_key""",
    "is what rondix_code and rondix_words are": "Status::Status Status::operator_bool Status::code Status::words",
    "changes a state past the rules, as apply() alone does": """
        MenuState::set_scene MenuState::push MenuState::ask MenuState::set_pages MenuState::keep
        MenuState::set_flag MenuState::set_waiting MenuState::drop_waiting MenuState::packed
        MenuState::unpack MenuState::flag_words""",
    "looks for `{accept}` in a text, which rondix_runner_shown_text() fills in": "next_mention",
    "cannot be copied": "Runner::operator= DrawList::operator=",
    "is a limit that rondix_limits has": "while_running",
}


def functions(folder):
    """(class or "", name, arguments) of every public function."""
    config = f"""
        INPUT = {' '.join(str(ROOT / header) for header in HEADERS)}
        RECURSIVE = YES
        FILE_PATTERNS = *.hpp
        EXTRACT_ALL = YES
        GENERATE_HTML = NO
        GENERATE_LATEX = NO
        GENERATE_XML = YES
        XML_PROGRAMLISTING = NO
        ENABLE_PREPROCESSING = NO
        QUIET = YES
        WARNINGS = NO
        OUTPUT_DIRECTORY = {folder}
        """
    subprocess.run(["doxygen", "-"], input=config, text=True, check=True)
    for file in sorted(pathlib.Path(folder, "xml").glob("*.xml")):
        for compound in xml.parse(file).getroot().findall("compounddef"):
            if compound.get("kind") not in ("class", "struct", "namespace"):
                continue
            owner = compound.findtext("compoundname").removeprefix("rondix").removeprefix("::")
            for member in compound.iter("memberdef"):
                if member.get("kind") == "function" and member.get("prot") == "public":
                    arguments = [" ".join("".join(one.find("type").itertext()).split())
                                 for one in member.findall("param") if one.find("type") is not None]
                    yield owner, member.findtext("name"), ", ".join(arguments)


def names_of(owner, name, arguments):
    """By which a function may stand in the tables, the closest first."""
    name = name.replace(" ", "_")  # operator bool
    full = f"{owner}::{name}" if owner else name
    return [f"{full}({arguments})", full, name]


def main(folder, library):
    text = "".join(path.read_text() for path in sorted((ROOT / "include/rondix/c").glob("*.h")))
    declared = set(re.findall(r"\brondix_(\w+)\(", re.sub(r"/\*.*?\*/", "", text, flags=re.S)))
    exported = {line.split()[-1].removeprefix("rondix_") for line in subprocess.run(
        ["nm", "-D", "--defined-only", library], capture_output=True, text=True,
        check=True).stdout.splitlines()}
    faults = [f"rondix_{name}() is declared, and not exported" for name in declared - exported]
    faults += [f"{name} is exported, and not declared" for name in exported - declared]

    not_needed = {name: why for why, names in NOT_NEEDED.items() for name in names.replace(
        "index(Id)", "index").split()}
    used, found, covered = set(), 0, set()
    for owner, name, arguments in functions(folder):
        found += 1
        names = names_of(owner, name, arguments)
        said = next((one for one in names if one in OTHERWISE), None)
        if said:
            used.add(said)
            covered.update(OTHERWISE[said].split())
            faults += [f"{names[0]} should be rondix_{one}(), which is not there"
                       for one in OTHERWISE[said].split() if one not in declared]
            continue
        prefix = CLASSES[owner] + "_" if owner in CLASSES else ""
        if (not owner or prefix) and prefix + name in declared:
            covered.add(prefix + name)
            continue
        if reason := next((one for one in names if one in not_needed), None):
            used.add(reason)
            continue
        faults.append(f"{names[0]} has no counterpart in rondix.h")
    faults += [f"'{name}' stands in the tables of counterparts.py, and is no function"
               for name in (set(OTHERWISE) | set(not_needed)) - used]
    for fault in sorted(faults):
        print(fault)
    print(f"{found} functions of C++, {len(covered)} counterparts, {len(declared)} functions of C")
    if faults or found < 150 or len(covered) < 120:
        sys.exit(1)
    print("counterparts: good")


main(*sys.argv[1:])
