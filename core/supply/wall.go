package supply

import (
	"math"
	"slices"

	"graybridge/core/finding"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// The wall's verdict: what is found from the panel to the machine as links of a chain, each
// held against what a bridge asks of it. A chain is as good as its weakest link.

// Taker is a bridge as the wall sees it.
type Taker struct {
	Bridge string // capacitor, rotary, drive or dc
	Name   string
	Draw   *Draw // nil: nothing of it is known
	Chosen bool
	Smooth bool // smooth direct current may flow to earth behind it
}

// ChainLink is one thing of the wall.
type ChainLink struct {
	ID    string        `json:"id" enum:"panel,volts,breaker,wire,length,earth,residual,wiring"`
	Name  string        `json:"name"`
	Found string        `json:"found,omitempty"` // empty: not entered
	Asks  string        `json:"asks,omitempty"`
	Text  string        `json:"text"`
	Grade finding.Grade `json:"grade"`
	Used  float64       `json:"used"` // of what it bears, as a share; 0: there is no figure
	Entry string        `json:"entry"`
	Cure  *Mend         `json:"cure,omitempty"`
}

// Mend is the cheapest work that would cure a link, and what the entries would then read.
type Mend struct {
	Text string            `json:"text"`
	Then map[string]string `json:"then" nullable:"false"`
}

// Chain is the wall for one bridge.
type Chain struct {
	Bridge   string        `json:"bridge"`
	Name     string        `json:"name"`
	Chosen   bool          `json:"chosen"`
	Links    []ChainLink   `json:"links" nullable:"false"`
	Weakest  string        `json:"weakest"` // id of a link
	Grade    finding.Grade `json:"grade"`
	Sentence string        `json:"sentence"`
	Unseen   string        `json:"unseen,omitempty"` // what nobody has looked at
	Cure     string        `json:"cure,omitempty"`   // of the weakest
}

// Wall holds the wall against each bridge, the chosen one first.
func (s Supply) Wall(rules table.Rules, takers []Taker) []Chain {
	out := []Chain{}
	for _, t := range takers {
		if t.Draw == nil {
			continue
		}
		on := s
		if s.wall != nil {
			on, t.Draw = *s.wall, s.ahead(t.Draw)
			t.Smooth = t.Smooth && s.Step.Auto
		}
		w := waller{on, rules, t, math.Max(t.Draw.RunAmps, t.Draw.MostAmps)}
		c := Chain{Bridge: t.Bridge, Name: t.Name, Chosen: t.Chosen, Links: w.links()}
		c.conclude()
		out = append(out, c)
	}
	return out
}

// links of the chain, in the order in which power meets them.
func (w waller) links() []ChainLink {
	return []ChainLink{w.panel(), w.volts(), w.breaker(), w.wire(), w.length(), w.earth(), w.residual(), w.wiring()}
}

// conclude finds the weakest link and says what it makes of the whole.
func (c *Chain) conclude() {
	weakest := &c.Links[0]
	var open []string
	for i := range c.Links {
		l := &c.Links[i]
		if l.Grade == finding.Open {
			open = append(open, l.Name)
			continue
		}
		if rank(l.Grade) > rank(weakest.Grade) || l.Grade == weakest.Grade && l.Used > weakest.Used ||
			weakest.Grade == finding.Open && rank(l.Grade) >= rank(finding.Good) {
			weakest = l
		}
	}
	c.Weakest, c.Grade = weakest.ID, weakest.Grade
	if c.Grade == finding.Good && len(open) > 0 {
		c.Grade = finding.Open
	}
	c.Sentence = sayChain(*weakest)
	if len(open) > 0 && len(open) < len(c.Links) {
		c.Unseen = notLookedAt(open)
	}
	if weakest.Cure != nil {
		c.Cure = weakest.Cure.Text
	}
}

// rank orders what a link can be: the gravest last.
func rank(g finding.Grade) int {
	return slices.Index([]finding.Grade{finding.Open, finding.Good, finding.Caution, finding.Stop}, g)
}

// waller judges the links for one bridge.
type waller struct {
	Supply
	rules table.Rules
	t     Taker
	most  float64 // amps, at the heaviest load that occurs
}

// panel holds the main breaker against what runs behind it, and the circuit's breaker against
// the main one.
func (w waller) panel() ChainLink {
	l := ChainLink{ID: "panel", Name: "Panel", Grade: finding.Open, Entry: "supply.panel", Text: panelUnknown}
	run := w.most + w.Beside + w.Else
	l.Asks = unit.Text(run, "A") + " or more"
	if w.Main == 0 {
		return l
	}
	l.Found, l.Used = unit.Rating(w.Main)+" main", run/w.Main
	switch {
	case run > w.Main:
		l.Grade, l.Text, l.Cure = finding.Stop, panelOver(run), &Mend{Text: panelCure, Then: map[string]string{}}
	case w.Breaker > w.Main:
		l.Grade, l.Text = finding.Caution, panelBehind(w.Breaker)
	default:
		l.Grade, l.Text = finding.Good, panelHolds(w.Else)
	}
	return l
}

func (w waller) volts() ChainLink {
	l := ChainLink{ID: "volts", Name: "Volts", Grade: finding.Open, Entry: "supply.volts", Text: voltsUnmeasured}
	if w.VoltsMark != finding.Measured {
		return l
	}
	off := math.Abs(w.Volts/w.Nominal - 1)
	l.Found, l.Used = unit.Whole(w.Volts, "V"), off/0.1
	l.Asks = "within 10" + unit.Space + "% of " + unit.Whole(w.Nominal, "V")
	if l.Grade, l.Text = finding.Good, voltsNear; off > 0.1 {
		l.Grade, l.Text = finding.Caution, voltsFar(off)
	}
	return l
}

// room is what a breaker of some rating must be for what runs and starts on it.
func (w waller) room() float64 {
	return math.Max((w.most+w.Beside)/breakerShare, (w.t.Draw.StartAmps+w.Beside)/w.rules.Circuit().BreakerHolds)
}

func (w waller) breaker() ChainLink {
	l := ChainLink{ID: "breaker", Name: "Breaker", Grade: finding.Open, Entry: "supply.breaker", Text: breakerUnknown}
	room := w.room()
	l.Asks = breakerAsks(room, w)
	if w.Breaker == 0 {
		return l
	}
	l.Found, l.Used = unit.Rating(w.Breaker), room/w.Breaker
	switch run := w.most + w.Beside; {
	case run > w.Breaker:
		l.Grade, l.Text = finding.Stop, breakerTrips(run)
	case run > breakerShare*w.Breaker:
		l.Grade, l.Text = finding.Caution, breakerNear(run)
	case room > w.Breaker:
		l.Grade, l.Text = finding.Caution, breakerStart(w.t.Draw.StartAmps)
	default:
		l.Grade, l.Text = finding.Good, breakerHolds
		return l
	}
	l.Cure = w.largerBreaker(room)
	return l
}

// beyond is the cure that the tables here do not reach.
func beyond() *Mend { return &Mend{Text: beyondTables, Then: map[string]string{}} }

// moved puts what else runs on the circuit elsewhere.
func (w waller) moved() *Mend {
	return &Mend{moveOthers(w.Others), map[string]string{"supply.others": ""}}
}

// rated is another breaker on the same wire.
func rated(size float64) *Mend {
	return &Mend{changeBreaker(size), map[string]string{"supply.breaker": unit.Rating(size)}}
}

// largerBreaker is the cheapest work that gives a circuit room: what else runs on it goes
// elsewhere, a larger breaker where the wire bears it, or wire and breaker.
func (w waller) largerBreaker(room float64) *Mend {
	alone := w
	alone.Beside, alone.Others = 0, nil
	if w.Beside > 0 && alone.room() <= w.Breaker {
		return w.moved()
	}
	if size, ok := w.rules.Breaker(room); ok && w.known() && size <= w.Carried.Breaker {
		return rated(size)
	}
	return w.thicker(room)
}

// thicker is a feeder for what is drawn, with a breaker of so many amps or the next size,
// and with its earth.
func (w waller) thicker(breaker float64) *Mend {
	size, ok := w.rules.Breaker(breaker)
	if !ok {
		return beyond()
	}
	c, ok := w.lies().Thicker(w.wants(w.most), size)
	if !ok {
		return beyond()
	}
	then := w.fed(c, size)
	then["supply.breaker"] = unit.Rating(size)
	return &Mend{newFeeder(c, size), then}
}

// fed is what the entries read with another feeder behind a breaker: its earth grows with
// it where one was entered that would be too thin.
func (w waller) fed(c unit.Conductor, breaker float64) map[string]string {
	then := map[string]string{"supply.feeder_size": c.String()}
	next := w.Supply
	next.Feeder, next.Breaker = c, breaker
	if earth := next.needsEarth(w.rules); w.Earth.Known && !w.earthed(earth) {
		then["supply.earth"] = earth.String()
	}
	return then
}

// lies is how a new feeder would lie: as this one, but that a cord is taken for wires, since
// the tables here have none for it, and that the workshop's own sizes are asked for.
func (w waller) lies() table.Laid {
	l := w.Laid
	if l.Cable == table.Cord {
		l.Cable = ""
	}
	if l.Conductor == (unit.Conductor{}) && w.rules == table.NorthAmerica {
		l.AWG = 14
	}
	return l
}

// wants is what the feeder must carry: 125 % of the motor's most, and the others.
func (s Supply) wants(most float64) float64 { return 1.25*most + s.Beside }

func (w waller) wire() ChainLink {
	l := ChainLink{ID: "wire", Name: "Wire", Grade: finding.Open, Entry: "supply.feeder_size", Text: wireUnknown}
	wants := w.wants(w.most)
	l.Asks = wireAsks(wants, w.Breaker)
	if w.Feeder == (unit.Conductor{}) {
		return l
	}
	l.Found = w.Feeder.String()
	if w.overThin() {
		l.Grade, l.Text, l.Cure = finding.Stop, wireTooThin(w.Supply), w.thicker(math.Max(w.room(), w.Breaker))
		return l
	}
	if w.Carried.Beyond != "" {
		l.Text = wireBeyond(w.Carried.Beyond)
		return l
	}
	l.Used = math.Max(wants, w.Breaker*w.Carried.Amps/w.Carried.Breaker) / w.Carried.Amps
	switch {
	case w.Breaker > w.Carried.Breaker:
		l.Grade, l.Text, l.Cure = finding.Stop, wireUnguarded(w.Supply), w.smallerBreaker()
	case w.most > w.Carried.Amps:
		l.Grade, l.Text, l.Cure = finding.Stop, wireOver(w.Carried, w.most), w.relieved()
	case wants > w.Carried.Amps:
		l.Grade, l.Text, l.Cure = finding.Caution, wireThin(w.Carried), w.relieved()
	default:
		l.Grade, l.Text = finding.Good, wireCarries(w.Carried)
	}
	return l
}

// smallerBreaker guards the wire as it lies, where that leaves room enough; else the wire
// grows.
func (w waller) smallerBreaker() *Mend {
	room, most := w.room(), 0.0
	for _, size := range w.rules.Breakers() {
		if size <= w.Carried.Breaker {
			most = size
		}
	}
	if most >= room && w.wants(w.most) <= w.Carried.Amps {
		return rated(most)
	}
	return w.thicker(math.Max(room, w.Breaker))
}

// relieved is a wire that carries too much: what else runs on it goes elsewhere, or it grows.
func (w waller) relieved() *Mend {
	if w.Beside > 0 && 1.25*w.most <= w.Carried.Amps {
		return w.moved()
	}
	return w.thicker(math.Max(w.room(), w.Breaker))
}

func (w waller) length() ChainLink {
	l := ChainLink{ID: "length", Name: "Length", Grade: finding.Open, Entry: "supply.feeder_length",
		Text: lengthUnknown, Asks: "at most 3" + unit.Space + "% lost, running"}
	if w.FeederOhm == 0 {
		return l
	}
	lost := w.Lost(w.t.Draw.RunVolts) / w.Volts
	l.Found, l.Used = w.far(), lost/MostDrop
	l.Grade, l.Text = finding.Good, lengthLoses(lost, w.Lost(w.t.Draw.StartVolts)/w.Volts)
	if lost <= MostDrop {
		return l
	}
	l.Grade, l.Cure = finding.Caution, beyond()
	own, _ := table.OhmPerMetre(w.Feeder.SquareMM, w.Feeder.AWG)
	lies := w.lies()
	for _, size := range w.rules.Sizes() {
		lies.Conductor = size.Conductor
		carried := lies.Carries()
		// Sure of it, since with more volts left the motor takes other amps; and it carries them.
		ohm, ok := table.OhmPerMetre(size.SquareMM, size.AWG)
		if ok && ohm < own && lost*ohm/own <= 0.95*MostDrop && carried.Amps >= w.wants(w.most) &&
			carried.Breaker >= w.Breaker {
			l.Cure = &Mend{lessDrop(size.Conductor), w.fed(size.Conductor, w.Breaker)}
			break
		}
	}
	return l
}

// needsEarth is the earth conductor by the rules: of a metric feeder its own size; of AWG
// the table's for the breaker, grown with a feeder that is thicker than the breaker asks.
// Zero where nothing says it.
func (s Supply) needsEarth(rules table.Rules) unit.Conductor {
	if rules != table.NorthAmerica {
		return s.Feeder
	}
	awg, ok := table.EarthAWG(s.Breaker)
	if s.Breaker == 0 || !ok {
		return unit.Conductor{}
	}
	earth := unit.Conductor{AWG: awg}
	asked, ok := rules.Conductor(s.Breaker)
	if !ok || s.Feeder == (unit.Conductor{}) || s.Feeder.Area() <= asked.Area() {
		return earth
	}
	grown := earth.Area() * s.Feeder.Area() / asked.Area()
	if grown >= s.Feeder.Area() {
		return s.Feeder // never more than the feeder itself
	}
	for _, size := range rules.Sizes() {
		if size.Area() >= 0.99*grown {
			return size.Conductor
		}
	}
	return s.Feeder
}

// earthed says that the earth conductor found is as large as asked.
func (s Supply) earthed(asked unit.Conductor) bool { return s.Earth.Area() >= 0.99*asked.Area() }

func (w waller) earth() ChainLink {
	asked := w.needsEarth(w.rules)
	l := ChainLink{ID: "earth", Name: "Earth", Grade: finding.Open, Entry: "supply.earth", Text: earthUnknown}
	if asked != (unit.Conductor{}) {
		l.Asks = asked.String() + " copper"
	}
	switch {
	case w.Earth.None:
		l.Grade, l.Found, l.Text, l.Cure = finding.Stop, "none", earthNone, &Mend{Text: pullEarth(asked),
			Then: map[string]string{}}
		if asked != (unit.Conductor{}) {
			l.Cure.Then["supply.earth"] = asked.String()
		}
	case !w.Earth.Known:
	case asked == (unit.Conductor{}):
		l.Found, l.Text = w.Earth.String(), earthByBreaker
	case !w.earthed(asked):
		l.Grade, l.Found, l.Text = finding.Caution, w.Earth.String(), earthSmall
		l.Used = asked.Area() / w.Earth.Area()
		l.Cure = &Mend{pullEarth(asked), map[string]string{"supply.earth": asked.String()}}
	default:
		l.Grade, l.Found, l.Text = finding.Good, w.Earth.String(), earthThere
		l.Used = asked.Area() / w.Earth.Area()
	}
	return l
}

func (w waller) residual() ChainLink {
	l := ChainLink{ID: "residual", Name: "Residual-current device", Grade: finding.Open, Entry: "supply.residual",
		Text: residualUnknown, Asks: residualAsks(w.t.Smooth)}
	need := ResidualA
	if w.t.Smooth {
		need = ResidualB
	}
	cure := &Mend{changeResidual(need), map[string]string{"supply.residual": string(need)}}
	switch w.Residual {
	case "":
		return l
	case NoResidual:
		if l.Found, l.Grade, l.Text = "none", finding.Good, residualNoneLocal; w.rules != table.NorthAmerica {
			l.Grade, l.Text, l.Cure = finding.Caution, residualNone, cure
		}
		return l
	}
	l.Found = residualType(w.Residual)
	switch {
	case w.Residual == ResidualAC:
		l.Grade, l.Text, l.Cure = finding.Caution, residualBlind, cure
	case w.Residual == ResidualA && w.t.Smooth:
		l.Grade, l.Text, l.Cure = finding.Caution, residualSmooth, cure
	default:
		l.Grade, l.Text = finding.Good, residualSees
	}
	return l
}

// odd is what was seen of the wiring that wants work.
func (s Supply) odd() (out []string) {
	for _, id := range []string{WhiteLine, OtherColours, Shared} {
		if slices.Contains(s.Seen, id) {
			out = append(out, id)
		}
	}
	return out
}

func (w waller) wiring() ChainLink {
	l := ChainLink{ID: "wiring", Name: "Wiring as found", Grade: finding.Open, Entry: "supply.seen",
		Text: wiringUnknown}
	odd := w.odd()
	switch {
	case len(odd) > 0:
		l.Grade, l.Found, l.Text = finding.Caution, seenText(odd), oddText(odd)
		l.Cure = &Mend{oddCure(odd), map[string]string{"supply.seen": SeenNothing}}
	case slices.Contains(w.Seen, SeenNothing):
		l.Grade, l.Found, l.Text = finding.Good, "looked at", wiringPlain
	}
	return l
}
