package plan

import (
	"cmp"
	"context"
	"math"
	"slices"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/finding"
	"graybridge/core/protection"
	"graybridge/core/supply"
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
				d.Text = w.bridge.BuyFirst() + f.Sentence
			}
			return d
		}
	}
	good := func(text string) Do { return Do{Text: text, Grade: finding.Good} }
	switch bay {
	case finding.Supply:
		return w.doWall(p)
	case finding.Protection:
		_, relay := w.bridge.OwnCircuit()
		var has []string
		if p.Link.Breaker != "" {
			has = append(has, p.Link.Breaker)
		}
		if c := bridge.Conductor(w.guard.Conductor); c != "" {
			has = append(has, c)
		}
		if w.guard.Relay == protection.Thermistor {
			has = append(has, "thermistor")
		}
		if p.Link.Relay != "" && relay {
			has = append(has, "relay "+p.Link.Relay)
		}
		if len(has) > 0 {
			return good("As noted: " + strings.Join(has, ", ") + ".")
		}
	case finding.Bridge:
		if text, ok := w.bridge.Ready(); ok {
			return good(text)
		}
	case finding.Leads:
		return w.side().doLeads(p)
	case finding.Motor:
		if p.Computed {
			return good(w.nothingComputed())
		}
	case finding.Load:
		if w.site.Load.Known {
			return good(w.nothingAsked())
		}
	}
	for _, f := range p.Findings { // what it is instead, and what to do
		if f.ID == finding.PlateNotThis || f.ID == finding.PlateSinglePhase {
			return Do{Text: insteadOf(f), Grade: finding.Open}
		}
	}
	return Do{Text: "First: " + LowerNext(p.Next.Text) + ".", Grade: finding.Open}
}

// doWall is what the wall as a whole says: its weakest link, what nobody has looked at yet, or
// that nothing is to be done.
func (w *reading) doWall(p *Plan) Do {
	unseen := w.site.Supply.Unseen(w.site.Rules)
	for _, c := range p.Wall {
		if c.Chosen && (c.Grade == finding.Stop || c.Grade == finding.Caution) {
			d := Do{Text: c.Sentence, Grade: c.Grade}
			for _, l := range c.Links {
				if l.ID == c.Weakest {
					d.Entry = l.Entry
				}
			}
			return d
		}
	}
	if len(unseen) > 0 {
		return Do{Text: nobodyLooked(unseen), Grade: finding.Open, Entry: unseen[0].Entry}
	}
	return Do{Text: w.nothingAtPost(), Grade: finding.Good}
}

// firstEntry is where a finding is mended; empty where it names no entry.
func firstEntry(f finding.Finding) string {
	if len(f.Entries) == 0 {
		return ""
	}
	return f.Entries[0]
}

func LowerNext(text string) string {
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
	_, hands := counted(p.Moves)
	switch {
	case left > 0 && hands == 0:
		return Do{Text: compareJoints(p), Grade: finding.Open}
	case left > 0 && p.Wanted.Named != "":
		return Do{Text: makeMovesJoin(left, p), Grade: finding.Open}
	case left > 0:
		return Do{Text: makeMoves(left), Grade: finding.Open}
	}
	for _, f := range p.Findings {
		if f.Bay == finding.Leads && f.Grade == finding.Open {
			return Do{Text: f.Sentence, Grade: f.Grade, Entry: firstEntry(f)}
		}
	}
	if w.site.Wanted != nil && w.site.FoundKnown {
		return Do{Text: nothingJoined(p), Grade: finding.Good}
	}
	return Do{Text: waitsForPlate, Grade: finding.Open}
}

// offers says of each bridge what it would be here.
func (w *reading) offers(p *Plan) []bridge.Offer {
	out := []bridge.Offer{}
	if w.site.Feed.Brushed {
		return append(out, w.offer(p)...)
	}
	if w.site.Model == nil || len(w.site.Reach) == 0 || p.ended() && !w.site.Feed.OwnHertz &&
		!p.has(finding.LeadsUnreachable) {
		return out
	}
	out = append(out, w.offer(p)...)
	var known []drive.Offer
	if p.Drive != nil {
		known = judged(p, slices.Clone(p.Drive.Choices))
	} else {
		known = drive.Offers(w.site, w.doc.Bridge.Drive)
	}
	mine := ""
	if p.Drive != nil {
		mine = p.Drive.Name
	}
	return append(out, w.bestDrive(known, mine))
}

// offer is what the bridge chosen says of itself among the bridges; beside a drive, what a capacitor
// would be.
func (w *reading) offer(p *Plan) []bridge.Offer {
	if w.doc.Bridge.Kind == document.KindDrive {
		return []bridge.Offer{*w.fromLine}
	}
	o, ok := w.bridge.Offer(p.Findings)
	if !ok {
		return nil
	}
	o.Kind = cmp.Or(w.doc.Bridge.Kind, document.KindCapacitor)
	return []bridge.Offer{o}
}

// fromTheLine asks the capacitor with the line's own volts and hertz.
func fromTheLine(ctx context.Context, d document.Document) bridge.Offer {
	d.Bridge.Kind, d.Bridge.Capacitor.Microfarad, d.Bridge.Capacitor.Trim = document.KindCapacitor, "", ""
	r := asCapacitor(ctx, &d)
	if !r.bridge.Settled() {
		return bridge.Offer{Kind: document.KindCapacitor, Grade: finding.Stop,
			Text: "no joint gives the coils their volts from the line"}
	}
	all := r.said()
	g := r.bridge.Guarding(bridge.Blocked(all))
	o, _ := r.bridge.Offer(append(all, g.Said...))
	o.Kind, o.Draw = document.KindCapacitor, g.Draw
	return o
}

// offerDrive offers the drive that serves where no joint of these leads does on this line: one
// that doubles its volts, or that makes the motor's own hertz.
func (w *reading) offerDrive(p *Plan) {
	if w.site.Feed.OwnHertz {
		return
	}
	for _, o := range p.Offers {
		if o.Kind != document.KindDrive || o.Grade == finding.Stop || o.ID == "" {
			continue
		}
		for i := range p.Findings {
			if f := &p.Findings[i]; f.ID == finding.LeadsUnreachable && len(f.Cures) == 0 {
				f.Cures = []finding.Cure{{Label: "Take a drive: " + o.Name, Path: "bridge.kind",
					Value: document.KindDrive,
					And:   finding.Setting{Path: "bridge.drive.profile", Value: o.ID}}}
			}
		}
	}
}

// judged grades the drive that is chosen as its own bay does: what the job's speeds, ramps and
// controls stop is not said to fit.
func judged(p *Plan, known []drive.Offer) []drive.Offer {
	for i := range known {
		if known[i].Name != p.Drive.Name {
			continue
		}
		for _, f := range p.Findings {
			if f.Bay == finding.Bridge && (f.Grade == finding.Stop || f.Grade == finding.Caution) &&
				f.Grade.Rank() < known[i].Grade.Rank() {
				known[i].Grade, known[i].Text = f.Grade, f.Sentence
			}
		}
	}
	return known
}

// bestDrive is the known drive that fits best, of two that fit alike the one that is chosen.
func (w *reading) bestDrive(known []drive.Offer, mine string) bridge.Offer {
	best := bridge.Offer{Kind: document.KindDrive, Grade: finding.Stop,
		Text: "none of the known drives fits: look by amps"}
	words := map[finding.Grade]string{finding.Good: " fits", finding.Caution: " fits with limits"}
	for _, c := range known {
		chosen := c.Name == mine && c.Grade == best.Grade && c.Grade != finding.Stop
		if c.Grade.Rank() > best.Grade.Rank() || chosen {
			best = bridge.Offer{Kind: document.KindDrive, Grade: c.Grade, Text: c.Name + words[c.Grade], ID: c.ID,
				Name: c.Name,
				Draw: w.site.Supply.Ramped(c.Takes, finding.Estimated)}
		}
	}
	return best
}

// wall holds what is found in the wall against the bridge chosen and every other that is
// known here.
func (w *reading) wall(p *Plan, g bridge.Guarded) []supply.Chain {
	takers := []supply.Taker{w.taker(w.doc.Bridge.Kind, g.Draw)}
	takers[0].Chosen = true
	if p.Drive != nil && p.Drive.Name == "" &&
		bridge.Blocked(p.Findings) == nil { // the best of those known stands for it
		takers[0].Draw = w.bestDrive(p.Drive.Choices, "").Draw
	}
	for _, o := range p.Offers {
		if o.Kind != takers[0].Bridge && o.Grade != finding.Stop {
			takers = append(takers, w.taker(o.Kind, o.Draw))
		}
	}
	if draw := w.converted(); draw != nil {
		t := w.taker(document.KindRotary, draw)
		t.Name += " (planned)"
		takers = append(takers, t)
	}
	return w.site.Supply.Wall(w.site.Rules, takers)
}

// converted is what a rotary converter would draw for this motor, where another bridge is
// chosen: 1.73 times its amps, and an idler of its size idling; at the start its locked
// amps the same way. Planning: it is solved once it is the job's bridge. nil: no motor for one.
func (w *reading) converted() *supply.Draw {
	m := w.site.Model
	if m == nil || w.doc.Bridge.Kind == document.KindRotary || w.site.Feed.Brushed || len(w.site.Reach) == 0 {
		return nil
	}
	idler := m.NoLoadAmps()
	d := w.site.Supply.Ramped(math.Sqrt(3)*m.LineAmps+idler, finding.Estimated)
	d.Smooth = false
	d.StartAmps = math.Sqrt(3)*m.LockedAmpsRatio*m.LineAmps + idler
	d.StartVolts = math.Max(0, w.site.Supply.Volts-d.StartAmps*w.site.Supply.LineOhm())
	return d
}

// circuitNames are those of the workshop's circuits.
func circuitNames(d *document.Document) []string {
	out := []string{}
	all, _ := supply.ParseCircuits(d.Workshop.Circuits)
	for _, c := range all {
		out = append(out, c.Name)
	}
	return out
}

// taker is a bridge as the wall sees it.
func (w *reading) taker(kind string, draw *supply.Draw) supply.Taker {
	names := map[string]string{document.KindDrive: "Drive", document.KindRotary: "Rotary converter",
		document.KindDC: "DC controller"}
	t := supply.Taker{Bridge: kind, Name: names[kind], Draw: draw, Smooth: draw != nil && draw.Smooth}
	if t.Name == "" {
		t.Bridge, t.Name = document.KindCapacitor, "Run capacitor"
	}
	return t
}
