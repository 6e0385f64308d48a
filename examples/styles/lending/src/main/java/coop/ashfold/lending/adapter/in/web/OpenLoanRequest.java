package coop.ashfold.lending.adapter.in.web;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Positive;
import java.util.List;

record OpenLoanRequest(
    @NotBlank @Pattern(regexp = "M-\\d{6}") String memberNumber,
    @Min(1) @Max(60) int days,
    @NotEmpty List<Item> items) {
  record Item(@NotBlank String toolCode, @Positive int quantity) {}
}
