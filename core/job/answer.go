package job

import (
	"fmt"
	"strings"

	"graybridge/core/drive"
	"graybridge/core/finding"
	"graybridge/core/protection"
	"graybridge/core/rotary"
	"graybridge/core/unit"
)

// Do is the one sentence at the top of a bay: what to do there.
type Do struct {
	Text  string        `json:"text"`
	Grade finding.Grade `json:"grade"`
	Entry string        `json:"entry,omitempty"` // where it is done
}

// do is a bay's gravest finding in its own words, or what to do where nothing
// stands against it.
func (w *reading) do(p *Plan, bay finding.Bay) Do {
	for _, f := range p.Findings { // sorted: the gravest first
		if f.Bay != bay {
			continue
		}
		if f.Grade == finding.Stop || f.Grade == finding.Caution || f.Grade == finding.Open && bay != finding.Leads {
			d := Do{Text: f.Sentence, Grade: f.Grade, Entry: firstEntry(f)}
			if bay == finding.Bridge && f.Grade == finding.Caution {
				d.Text = w.bridge.buyFirst() + f.Sentence
			}
			return d
		}
	}
	good := func(text string) Do { return Do{Text: text, Grade: finding.Good} }
	switch bay {
	case finding.Supply:
		return good(fmt.Sprintf("Nothing to do: %s at the post.", unit.Whole(w.site.Supply.Volts, "V")))
	case finding.Protection:
		var has []string
		if p.Link.Breaker != "" {
			has = append(has, p.Link.Breaker)
		}
		if c := conductor(w.guard.Conductor); c != "" {
			has = append(has, c)
		}
		if w.guard.Relay == protection.Thermistor {
			has = append(has, "thermistor")
		}
		if p.Link.Relay != "" {
			has = append(has, "relay "+p.Link.Relay)
		}
		if len(has) > 0 {
			return good("As noted: " + strings.Join(has, ", ") + ".")
		}
	case finding.Bridge:
		if text, ok := w.bridge.ready(); ok {
			return good(text)
		}
	case finding.Leads:
		return w.side().doLeads(p)
	case finding.Motor:
		if p.Computed {
			return good(fmt.Sprintf("Nothing to do: %s, as computed below.", w.side().runs()))
		}
	case finding.Load:
		if w.site.Load.Known {
			return good(fmt.Sprintf("Nothing to do: it asks %s of plate torque, up to %s.",
				unit.Percent(w.site.Load.Usual), unit.Percent(w.site.Load.Heaviest)))
		}
	}
	return Do{Text: "Waits for " + lowerNext(p.Next.Text) + ".", Grade: finding.Open}
}

// firstEntry is where a finding is mended; empty where it names no entry.
func firstEntry(f finding.Finding) string {
	if len(f.Entries) == 0 {
		return ""
	}
	return f.Entries[0]
}

func lowerNext(text string) string {
	if text == "" {
		return "what comes first"
	}
	return "“" + text + "”"
}

func (w *reading) doLeads(p *Plan) Do {
	left := 0
	for _, m := range p.Moves {
		if !m.Done {
			left++
		}
	}
	switch {
	case left > 0 && p.Wanted.Named != "":
		return Do{Text: fmt.Sprintf("Lock off, then make %d moves: join in %s.", left, p.Wanted.Named),
			Grade: finding.Open}
	case left > 0:
		return Do{Text: fmt.Sprintf("Lock off, then make %d moves.", left), Grade: finding.Open}
	}
	for _, f := range p.Findings {
		if f.Bay == finding.Leads && f.Grade == finding.Open {
			return Do{Text: f.Sentence, Grade: f.Grade, Entry: firstEntry(f)}
		}
	}
	if w.site.Wanted != nil && w.site.FoundKnown {
		return Do{Text: "Nothing to do: joined in " + p.Wanted.Named + ", as wanted.", Grade: finding.Good}
	}
	return Do{Text: "Waits for the plate.", Grade: finding.Open}
}

// Offer is one bridge's verdict for this job, in a line.
type Offer struct {
	Kind  string        `json:"kind"`
	Grade finding.Grade `json:"grade"`
	Text  string        `json:"text"`
}

// offers says of each bridge what it would be here.
func (w *reading) offers(p *Plan) []Offer {
	out := []Offer{}
	if w.site.Feed.Brushed {
		if o, ok := w.bridge.offer(p); ok {
			out = append(out, o)
		}
		return out
	}
	if w.site.Model == nil || len(w.site.Reach) == 0 || p.ended() && !w.site.Feed.OwnHertz &&
		!p.has("leads.unreachable") {
		return out
	}
	if o, ok := w.bridge.offer(p); ok {
		out = append(out, o)
	}
	var known []drive.Offer
	if p.Drive != nil {
		known = p.Drive.Choices
	} else {
		known = drive.Offers(w.site, w.doc.Bridge.Drive.Own)
	}
	best := Offer{Kind: KindDrive, Grade: finding.Stop, Text: "none of the known drives fits: look by amps"}
	words := map[finding.Grade]string{finding.Good: " fits", finding.Caution: " fits with limits"}
	for _, c := range known {
		mine := p.Drive != nil && c.Name == p.Drive.Name && c.Grade == best.Grade && c.Grade != finding.Stop
		if c.Grade.Rank() > best.Grade.Rank() || mine { // of two that fit alike the one that is chosen
			best = Offer{KindDrive, c.Grade, c.Name + words[c.Grade]}
		}
	}
	return append(out, best)
}

func lowerTitle(s string) string {
	if s == "" {
		return s
	}
	return strings.ToLower(s[:1]) + s[1:]
}

// unknown says, for each question that the Next chip asks, how to find out, or
// what is assumed until somebody knows.
var unknown = map[string]string{
	"plate.missing": "Clean the plate and look at it from the side with a lamp. Power gone: compare frame " +
		"size and shaft with a frame table. Rpm gone: a tachometer on the shaft, or count poles by turning it. " +
		"Without a plate at all, measure the coils under Leads first: nothing is assumed for it.",
	"plate.phases": "Three phases are assumed until you say. A single-phase motor shows a capacitor on its " +
		"back or a centrifugal switch, and has two to five leads.",
	"plate.power": "Compare each entry with the plate digit by digit; the plate counts, not the seller's " +
		"words.",
	"plate.rpm": "Read the rpm once more; a tachometer on a free-running motor shows a little more than " +
		"the plate's.",
	"plate.slip": "Read the rpm once more; loaded rpm stands a little below 3000, 1500, 1000 or 750 at 50 " +
		"Hz.",
	"plate.impossible": "One of the four entries is misread. Cover them in turn and read the plate again.",
	"leads.how-many": "Locked off and proved dead, open the box and count the leads that come out of the " +
		"winding, without earth and thin sensor wires.",
	"leads.which-join": "Locked off, open the lid: a diagram stands inside it or on the plate's back. Three " +
		"links upright are delta, one flat link along a row is star. Nothing is assumed: a wrong guess burns it.",
	"leads.other":  "A rewinder reads such a winding in minutes. No diagram is assumed here.",
	"leads.marks":  "The round under Find out tells which lead is which, with a meter and low volts.",
	"leads.names":  "A few readings with low volts under Find out name every lead.",
	"leads.family": "Touch every pair with a meter under Find out: the groups tell star from delta inside.",
	"leads.kind":   "Touch every pair with a meter under Find out: the groups tell what the leads are.",
	"leads.short":  "Let the plan choose the joints.",
	"leads.found": "Locked off and proved dead, open the lid and look. Most motors are delivered on the " +
		"high joints, but nothing is assumed.",
	"leads.frame": "Measure once more with everything taken off: capacitors, drive, sensors. If it stays, " +
		"the motor wants a rewinder.",
	"leads.lone":        "Touch that lead once more with a clean probe; if it stays alone its coil is broken.",
	"leads.unreachable": "Nothing to find out here: the plate's volts and the wall's do not meet.",
	"load.unknown": "A constant load of 70 % is assumed and stays marked. Amps tell better: at plate amps on " +
		"a true three-phase supply the share is 100 %; a stirrer bought for its motor asks 60 to 80 %.",
	"supply.measure": "The workshop's nominal volts are assumed and stay marked. Someone who may open a live " +
		"box can read it in a minute.",
	"supply.feeder": "No drop is counted until it is entered. Pace the length; the size is printed on the " +
		"cable's jacket.",
	"drive.none":       "Look under Choose: each known drive is weighed by its amps.",
	"drive.inspection": "Each step says what to look at; without them nobody knows what stands in it.",
	"capacitor.start": "Turn the machine by hand: what moves with two fingers starts free. A free start is " +
		"assumed until you say.",
	"protection.breaker": "Look at the panel: the amps stand on the breaker's lever. The plan's figure serves " +
		"until then.",
	"protection.conductor": "The size is printed on the jacket, or measure the bare copper across. The plan's figure " +
		"serves until then.",
	"protection.relay": "Three thin strips with heaters and a dial in amps are an overload relay. Without one, " +
		"nothing guards the windings.",
	"leads.bump-wrong":   "Bump it again, hands away, and watch the shaft end.",
	"leads.clips":        "Open the box, dead, and look whether clips or final joints are on.",
	"protection.wire":    "Read the breaker's amps and the wire's size once more.",
	"capacitor.carries":  "Say under Load what the machine asks; amps on a true supply tell it.",
	"capacitor.heat":     "Say under Load what the machine asks; amps on a true supply tell it.",
	"capacitor.idle":     "Say under Load how light it ever runs; the plan takes it as idling until then.",
	"capacitor.volts":    "The can's own print gives its AC volts.",
	"capacitor.ceiling":  "Nothing to find out: the method ends here.",
	"plate.single-phase": "Look for the words on the plate once more: 1~, 1 PH, or a capacitor on its back.",
	"plate.not-this":     "Look for brushes behind two caps beside the shaft, and for the words DC or AC/DC.",
	rotary.IDIdler: "The motor with nothing on its shaft; with none to hand, look for one half as large " +
		"again as the largest machine.",
	rotary.IDIdlerPlate: "Clean its plate and read it like any motor's; without it nothing of the made line is " +
		"known.",
	rotary.IDNotCounted: "Choose the machine above the path: its plate, leads and joints are asked there.",
	rotary.IDSpun: "Mark the shaft end and look which way it is pulled; a rotation indicator at the panel " +
		"shows the sequence. Forward is assumed until you say.",
	rotary.IDNone:  "Nothing to find out: more is asked than this idler can hold.",
	rotary.IDFalls: "The cans' own print gives their µF.",
	rotary.IDWorst: "Say under Load what each machine asks; amps tell it.",
	rotary.IDClass: "The can's own print gives its AC volts.",
	rotary.IDBanks: "The plan's own pair is taken until you choose; what lies in the drawer comes first.",
	rotary.IDStart: "Turn the machine by hand: what moves with two fingers starts free.",
	rotary.IDStartBy: "Look beside the idler: a rope and pulley, a small motor, or one can more than the " +
		"others with a button or a relay.",
	rotary.IDStartCan:      "The can's own print gives its µF.",
	rotary.IDControls:      "Follow the coil's two wires in each starter to the lines they come from.",
	rotary.IDNeutral:       "Follow what is fed from the made line: nothing single-phase may hang there.",
	rotary.IDDropOut:       "Stop the idler with a machine's contactor in: does it let go?",
	"drive.single-phase":   "Look for the words on the plate once more.",
	"drive.amps":           "The drive's own plate gives its output amps.",
	"drive.line-volts":     "The drive's own plate gives its input volts.",
	"drive.motor-volts":    "The motor's plate gives its volts; no drive gives more than its line unless it doubles.",
	"drive.contactor":      "Follow the three wires from the drive to the motor.",
	"drive.speed":          "Turn the dial: the speed at which it carries the load stands beside it.",
	"drive.start":          "Turn the machine by hand: what moves with two fingers starts free.",
	"drive.ramp-up":        "Leave the time to the plan.",
	"drive.lid-run":        "Try it with the lid shut: can it be stopped?",
	"drive.fight":          "Follow each wire on the control terminals.",
	"drive.run-source":     "The drive's own sheet says what it can be commanded by.",
	"drive.speed-source":   "The drive's own sheet says what its speed can come from.",
	"drive.never":          "The drive's own sheet lists what contradicts what.",
	"drive.sink":           "Ohmmeter from the heat sink's bare metal to the earth terminal, dead.",
	"leads.wanted":         "Let the plan choose the joints.",
	"supply.wire":          "Read the breaker's amps and the wire's size at the panel once more.",
	"leads.insulation":     "A 500 V insulation tester tells; an electrician has one.",
	"leads.fed-now":        "Do not feed it: make the moves first.",
	"capacitor.direction":  "Bump it uncoupled, under a second, and look.",
	"drive.stop":           "If no hand can be caught, say so under Load; else fit one.",
	"protection.table-end": "A licensed person sizes what lies beyond the tables.",
	"drive.heaviest":       "Say under Load how heavy it gets; amps tell.",
	"drive.table-end":      "A licensed person sizes what lies beyond the tables.",
	"leads.dc": "An ohmmeter on every two leads, and one slow turn of the shaft by hand: the armature's " +
		"ohms jump.",
	"leads.look": "Seven things to look at stand under Brushes, each drawn good and bad.",
	"leads.bars": "A rewinder tests the armature bar to bar.",
	"plate.field-volts": "Measure its ohms cold: volts² / ohms are its watts; a maker's sheet of the same frame " +
		"gives the volts.",
	"dc.none":       "Look under Choose: each known controller is weighed by its amps.",
	"dc.line":       "Measure the volts at the post; the controller's own plate gives what it takes.",
	"dc.amps":       "The controller's own plate gives its DC amps.",
	"dc.volts":      "The controller's own plate gives its armature volts.",
	"dc.field":      "The motor's plate gives the field's volts and amps, the controller's its field supply.",
	"dc.speed":      "Turn the dial down: what the line gives stands beside it.",
	"dc.stalls":     "Say under Load how heavy it gets; an ammeter in the armature tells.",
	"dc.heat":       "Say under Load what the machine asks; armature amps over plate amps are the share.",
	"dc.start":      "Turn the machine by hand: what moves with two fingers starts free.",
	"dc.surge":      "Turn IR back until the speed is calm.",
	"dc.tacho":      "Its own sheet says whether it takes a tachometer.",
	"dc.brake":      "Leave the resistor to the plan.",
	"dc.inspection": "Each step says what to look at; without them nobody knows what stands in it.",
	"dc.table-end":  "A licensed person sizes what lies beyond the tables.",
	FailedID:        "Take the last change back; it is kept in the history.",
}
