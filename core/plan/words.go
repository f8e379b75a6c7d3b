package plan

import (
	"cmp"
	"fmt"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/device"
	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/unit"
)

// What this chapter says, made of what it found.

// failed is what a plan that could not be made says of itself.
const failed = "This document could not be worked out."

func sayFailed(where string) finding.Finding {
	return finding.Finding{ID: FailedID, Bay: finding.Motor, Grade: finding.Stop,
		Sentence: failed,
		Detail: "What you typed is stored and shown; nothing was computed from it. Take the last change back, or " +
			"change what was typed last: plate, joints, µF or volts. Do not feed the motor by an earlier card. It is " +
			"a fault of this program; who reports it quotes: " + where + "."}
}

// sayUnseen says that a device that a plan counts on is not known to be there.
func sayUnseen(n device.Noted, bay finding.Bay) finding.Finding {
	what := n.Word
	if n.Value != "" {
		what += ", " + n.Value
	}
	f := finding.Finding{ID: finding.DeviceUnseen, Bay: bay, Grade: finding.Open, Entries: []string{n.Path},
		Sentence: fmt.Sprintf("Wanted, not seen here: %s.", what),
		Detail: "The plan counts on it, and nobody has said that it is there. Look at what is printed on it " +
			"before you say so.",
		Cures: []finding.Cure{
			{Label: "It is there", Path: n.Path, Value: device.As(n.Value, device.Seen), Stamp: true},
			{Label: "It is bought", Path: n.Path, Value: device.As(n.Value, device.Bought), Stamp: true}}}
	if n.Value == "" { // a choice, which has no room for a day
		f.Cures[0].Value, f.Cures[0].Stamp, f.Cures[1].Stamp = "yes", false, false
	}
	if n.State == device.Bought {
		f.Grade, f.Cures = finding.Note, f.Cures[:1]
		f.Sentence = fmt.Sprintf("Bought%s, not seen here yet: %s.", record(n), what)
	}
	return f
}

// record is when and by whom, as far as it was written.
func record(n device.Noted) (text string) {
	if n.Day != "" {
		text += " on " + n.Day
	}
	if n.Who != "" {
		text += " by " + n.Who
	}
	return text
}

func sayLeftBehind(kind string, entries int, now string) finding.Finding {
	f := finding.Finding{ID: "bridge.left-behind", Bay: finding.Bridge, Grade: finding.Note,
		Sentence: fmt.Sprintf("Entries of another bridge are kept: the %s, %s.", PlainName(kind), howMany(entries,
			"entry", "entries")),
		Detail: "Nothing here is computed from them.", Entries: []string{"bridge." + kind},
		Cures: []finding.Cure{{Label: "Clear the " + PlainName(kind) + "'s entries", Path: "bridge." + kind}}}
	if kind == document.KindCapacitor && now == document.KindDrive {
		f.Detail += " No capacitor may stand at a drive's output: take them off."
	}
	return f
}

// howMany is a count with its word.
func howMany(n int, one, many string) string {
	if n == 1 {
		return "1 " + one
	}
	return fmt.Sprintf("%d %s", n, many)
}

func sayFalseReading(l LeadsPlan) finding.Finding {
	return finding.Finding{ID: "leads.false-reading", Bay: finding.Leads, Grade: finding.Caution,
		Sentence: fmt.Sprintf("The reading “%s” was false.", l.Labelling.False),
		Detail:   "Every other reading agrees without it. Take it once more if you want to be sure.",
		Entries:  []string{"leads.senses"}}
}

func sayNames() finding.Finding {
	return finding.Finding{ID: finding.LeadsNames, Bay: finding.Leads, Grade: finding.Open,
		Sentence: "Which lead is which is not known yet.",
		Detail: "The groups are; starts and finishes are found by a few readings with low volts. Until then no " +
			"joint can be made by name.", Entries: []string{"leads.senses"}}
}

func sayInsulation() finding.Finding {
	return finding.Finding{ID: finding.LeadsInsulation, Bay: finding.Leads, Grade: finding.Open,
		Sentence: "Insulation to frame has not been measured.",
		Detail: "With a 500 V insulation tester, capacitors, drive and thermistor leads taken off first: over 1 " +
			"MΩ to run at all, over 5 MΩ healthy.", Entries: []string{"leads.insulation"}}
}

func sayUseOhms(one float64, text string) finding.Finding {
	return finding.Finding{ID: "leads.use-ohms", Bay: finding.Leads, Grade: finding.Note,
		Sentence: fmt.Sprintf("The round measured %s a coil; the engine still estimates it from the plate.",
			unit.Text(one, "Ω")),
		Detail: "A meter that shows tenths is good enough above about 2 Ω; below it take a milliohm meter's " +
			"reading.", Entries: []string{"plate.winding_ohms"},
		Cures: []finding.Cure{{Label: "Use " + text + unit.Space + "Ω", Path: "plate.winding_ohms", Value: text +
			" Ω"}}}
}

func sayKind(v leads.Verdict, k leads.Kind) finding.Finding {
	return finding.Finding{ID: finding.LeadsKind, Bay: finding.Leads, Grade: finding.Stop,
		Sentence: fmt.Sprintf("Continuity shows %s; the job says %s.", v.Kind.Title(), k.Title()),
		Detail:   v.Reason, Entries: []string{"leads.kind"}, Cures: []finding.Cure{{Label: "It is " +
			v.Kind.Title(),
			Path: "leads.kind", Value: string(v.Kind)}},
		Why: []finding.Why{{Formula: "groups of leads that a meter finds joined", Numbers: sizes(v.Groups),
			Section: finding.OnContinuity, Source: "continuity round"}}}
}

func sayMarks(v leads.Verdict) finding.Finding {
	return finding.Finding{ID: finding.LeadsMarks, Bay: finding.Leads, Grade: finding.Stop,
		Sentence: "The marks on these leads are wrong: continuity joins others than the names say.",
		Detail: "A mark was misread, or somebody sleeved them wrongly. Name the leads on tape, 1, 2, 3 …, and " +
			"find starts and finishes anew.", Entries: []string{"leads.tags"},
		Why: []finding.Why{{Formula: "groups of leads that a meter finds joined", Numbers: sizes(v.Groups),
			Section: finding.OnContinuity, Source: "continuity round"}}}
}

func sayKindGood(k leads.Kind, v leads.Verdict) finding.Finding {
	return finding.Finding{ID: finding.LeadsKind, Bay: finding.Leads, Grade: finding.Good,
		Sentence: "Continuity agrees: " + k.Title() + ".", Detail: v.Reason,
		Why: []finding.Why{{Formula: "groups of leads that a meter finds joined", Numbers: sizes(v.Groups),
			Section: finding.OnContinuity, Source: "continuity round"}}}
}

func sayFamily() finding.Finding {
	return finding.Finding{ID: finding.LeadsFamily, Bay: finding.Leads, Grade: finding.Open,
		Sentence: "Star or delta inside? Nobody has checked yet, so no joints are given.",
		Detail: "Nine-lead star and nine-lead delta share their high joints and differ in the low ones; the " +
			"wrong table trips the breaker. Continuity tells: three pairs and a three are a star, three threes a " +
			"delta. Or the plate's own diagram, whose low joints are four (star) or three (delta).",
		Entries: []string{"leads.touches"}, Cures: []finding.Cure{{Label: "The plate's diagram shows it",
			Path: "leads.agreed", Value: "plate"}}}
}

func sayClips() finding.Finding {
	return finding.Finding{ID: finding.LeadsClips, Bay: finding.Leads, Grade: finding.Open,
		Sentence: "Joined with test clips: not finished.",
		Detail: "Clips are for finding the direction, uncoupled and watched. Then every joint is made final, " +
			"locked off and proved dead again.", Entries: []string{"leads.clips"},
		Cures: []finding.Cure{{Label: "Joints are final", Path: "leads.clips", Value: ""}}}
}

func sayPhoto() finding.Finding {
	return finding.Finding{ID: "leads.photo", Bay: finding.Leads, Grade: finding.Note,
		Sentence: "No photograph of the finished joints yet.",
		Detail:   "A picture of the studs or caps before the lid closes is what the next person wishes for.",
		Entries:  []string{"leads.photo"}}
}

func sayStarter() finding.Finding {
	return finding.Finding{ID: "leads.starter", Bay: finding.Leads, Grade: finding.Caution,
		Sentence: "A star-delta starter is on these leads: it needs a three-phase supply and goes.",
		Detail: "Six cables (three and three) run from its contactors to the six leads. Locked off, take all six " +
			"off the starter and join the motor for good in the box.", Entries: []string{"leads.starter"}}
}

func sayExtra(e leads.Extra) finding.Finding {
	return finding.Finding{ID: "leads.extra", Bay: finding.Leads, Grade: finding.Open,
		Sentence: fmt.Sprintf("Leads %s: what they are is not known.", cmp.Or(e.Names, e.What)),
		Detail:   "Goes " + e.Goes + ".", Entries: []string{"leads.extras"}}
}

// brief is the beginning of what was typed, where that is long.
func brief(typed string) string {
	const most = 5
	if words := strings.Fields(typed); len(words) > most {
		return strings.Join(words[:most], " ") + " …"
	}
	return typed
}

func sayPath(one finding.Reading, label string, bay finding.Bay) finding.Finding {
	return finding.Finding{ID: "unread." + one.Path, Unread: true, Bay: bay,
		Grade:    finding.Caution,
		Sentence: fmt.Sprintf("%s: “%s” could not be read.", label, brief(one.Typed)),
		Detail:   one.Problem + " Write it like " + one.Wanted + ".", Entries: []string{one.Path}}
}

func (w *reading) sayFound() finding.Finding {
	return finding.Finding{ID: finding.LeadsFound, Bay: finding.Leads, Grade: finding.Open,
		Sentence: "Say what is joined in the box now.",
		Detail:   w.lookInside(), Entries: []string{"leads.found"}, Cures: w.foundChoices()}
}

func sayFedNow(now *bridge.State) finding.Finding {
	return finding.Finding{ID: finding.LeadsFedNow, Bay: finding.Leads, Grade: now.Grade, Sentence: now.Verdict,
		Detail: "What the joints should be is not known yet: do not feed it before."}
}

func sayJoined(now *bridge.State) finding.Finding {
	return finding.Finding{ID: "leads.joined", Bay: finding.Leads, Grade: finding.Good,
		Sentence: "The joints are as wanted.", Detail: "Compare each with the card once more before the lid goes on.",
		Why: []finding.Why{{Formula: "joints now = joints wanted", Numbers: now.Text, Source: "as ticked"}}}
}

const noneOfThese = "None of these"
