package job

import (
	"graybridge/core/bridge"
	"graybridge/core/capacitor"
	"graybridge/core/dc"
	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/finding"
	"graybridge/core/rotary"
)

// The bridges there are.
var facts = map[string]bridge.Facts{
	document.KindCapacitor: capacitor.Facts,
	document.KindRotary:    rotary.Facts,
	document.KindDrive:     drive.Facts,
	document.KindDC:        dc.Facts,
}

// factsOf is what is told of a kind of bridge; of none, that it is none.
func factsOf(kind string) bridge.Facts {
	if f, known := facts[kind]; known {
		return f
	}
	return bridge.Facts{Title: noneOfThese}
}

// titleOf is what a kind of bridge is called.
func titleOf(kind string) string { return factsOf(kind).Title }

// plainName is a bridge inside a sentence.
func plainName(kind string) string {
	if kind == document.KindDC {
		return titleOf(kind)
	}
	return finding.Lower(titleOf(kind))
}
