package scenario

import (
	"fmt"

	"graybridge/core/logbook"
)

// Books are the machines' books of the demonstration, by the job's key: as somebody entered
// them, without what the program writes itself.
func Books() map[string][]logbook.Entry {
	return map[string][]logbook.Entry{"blunger": blungerBook()}
}

// diary writes entries of one machine one after the other.
type diary struct {
	list []logbook.Entry
	key  string
}

func (d *diary) add(taken, who string, e logbook.Entry) {
	e.ID = fmt.Sprintf("demo-%s-%d", d.key, len(d.list)+1)
	e.Taken, e.Received, e.Who, e.Machine = taken, taken, who, "m1"
	d.list = append(d.list, e)
}

func (d *diary) note(taken, who, words string, more logbook.Entry) {
	more.Kind, more.Words = logbook.Note, words
	d.add(taken, who, more)
}

func (d *diary) pass(taken, who, gate string) {
	d.add(taken, who, logbook.Entry{Kind: logbook.Gate, Gate: gate, Outcome: logbook.Passed})
}

func (d *diary) read(taken, who string, reads ...logbook.Read) {
	d.add(taken, who, logbook.Entry{Kind: logbook.Reading, Reads: reads})
}

func value(take string, x float64) logbook.Read { return logbook.Read{Take: take, Value: x} }
func spoken(take, words string) logbook.Read    { return logbook.Read{Take: take, Words: words} }

// blungerBook is two years of the blunger: brought up in delta, run, looked at, new bearings.
func blungerBook() []logbook.Entry {
	const odile, bram = "Odile W.", "Bram T."
	d := &diary{key: "blunger"}
	d.note("2024-10-05T08:10:00Z", odile, "Bought used, delivered in star. Hums and hardly turns on the "+
		"single-phase line.",
		logbook.Entry{Ran: logbook.Badly, Cost: 140, Currency: "€"})
	day := "2024-10-12T"
	d.pass(day+"08:02:00Z", odile, "lock-off")
	d.pass(day+"08:06:00Z", odile, "prove-dead")
	d.read(day+"08:15:00Z", odile, value("discharge", 0.3))
	d.pass(day+"08:15:20Z", odile, "discharge")
	d.pass(day+"08:48:00Z", bram, "joints")
	d.pass(day+"08:55:00Z", odile, "match")
	d.read(day+"09:05:00Z", bram, value("ohms-1", 5.2), value("ohms-2", 5.3), value("ohms-3", 5.2))
	d.pass(day+"09:05:30Z", bram, "ohms")
	d.read(day+"09:12:00Z", bram, value("insulation", 85))
	d.pass(day+"09:12:20Z", bram, "insulation")
	d.read(day+"09:15:00Z", bram, value("earth", 0.2))
	d.pass(day+"09:15:20Z", bram, "earth")
	d.read(day+"09:18:00Z", bram, spoken("spin", "free and quiet"))
	d.pass(day+"09:18:10Z", bram, "spin")
	d.pass(day+"09:24:00Z", odile, "settings")
	d.pass(day+"09:30:00Z", odile, "guards")
	d.read(day+"09:31:00Z", odile, value("volts", 236))
	d.pass(day+"09:31:30Z", odile, "bump")
	d.read(day+"09:31:50Z", odile, spoken("direction", "as wanted"))
	d.pass(day+"09:32:00Z", odile, "direction")
	d.read(day+"09:40:00Z", bram, value("light-supply", 3.1), value("light-lead-L1", 5.5),
		value("light-lead-corner", 4.2),
		value("light-corner", 240), spoken("light-sound", "even and quiet"))
	d.pass(day+"09:41:00Z", bram, "free")
	d.pass(day+"10:05:00Z", bram, "coupled")
	d.read(day+"10:25:00Z", odile, value("load-supply", 4.7), value("load-lead-L1", 3.6), value("load-lead-L2", 4.7),
		value("load-lead-corner", 3.6), value("load-corner", 231), value("load-rpm", 1441),
		spoken("load-sound", "even and quiet"))
	d.pass(day+"10:26:00Z", odile, "loaded")
	d.read(day+"10:30:00Z", bram, value("air", 17), value("frame", 24))
	for i, c := range []float64{29.5, 34, 37.5, 40, 42, 43.5} {
		d.read(fmt.Sprintf("%s%02d:%02d:00Z", day, 10+(40+10*i)/60, (40+10*i)%60), bram, value("frame", c))
	}
	d.pass(day+"11:32:00Z", bram, "hour")
	d.note("2024-11-20T16:00:00Z", bram, "Terminals tightened after the first weeks; one had moved a quarter turn.",
		logbook.Entry{Hours: 0.5, Ran: logbook.Well})
	d.read("2025-03-14T14:10:00Z", bram, value("load-supply", 4.8), value("load-lead-L1", 3.7), value("load-rpm", 1439))
	d.read("2025-09-05T13:30:00Z", bram, value("load-supply", 5.0), value("load-lead-L1", 3.9), value("load-rpm", 1436))
	d.note("2025-09-05T13:45:00Z", bram, "Thicker slip since the summer; still even, no smell.",
		logbook.Entry{Ran: logbook.Well})
	d.read("2026-02-20T15:00:00Z", odile, value("load-supply", 5.5), value("load-lead-L1", 4.5), value("load-rpm",
		1428),
		spoken("load-sound", "rumbles"))
	d.add("2026-02-27T10:20:00Z", bram, logbook.Entry{Kind: logbook.Part, Part: &logbook.Fitted{What: "Bearings",
		Spec: "6205-2RS, both ends"}, Hours: 2.5, Cost: 18.4, Currency: "€"})
	d.read("2026-02-27T11:30:00Z", bram, value("load-supply", 4.8), value("load-lead-L1", 3.7), value("load-rpm", 1440),
		spoken("load-sound", "even and quiet"))
	d.note("2026-03-06T16:00:00Z", odile, "Quiet again.", logbook.Entry{Look: "2026-09-01",
		LookFor: "belt tension and slip on the lid"})
	return d.list
}
