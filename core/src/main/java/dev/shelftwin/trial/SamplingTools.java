package dev.shelftwin.trial;

import dev.shelftwin.convert.Catalogue;

/** What samplers of objects share. */
record SamplingTools(
    ValueSampler values,
    ContainerSamples containers,
    ValueFitting fitting,
    ObjectAccess access,
    UserClasses classes,
    ConversionRunner conversions,
    RowSource rows,
    ValueText text,
    Catalogue catalogue) {}
