package coop.ashfold.shop.entity;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.math.BigDecimal;

@Entity
public class ProductEntity extends BaseEntity {
  @Column(length = 20, nullable = false)
  private String sku;

  @Column(length = 200)
  private String title;

  @Column(precision = 10, scale = 2)
  private BigDecimal price;

  @Enumerated(EnumType.STRING)
  private ProductKind kind;

  private Integer stock;

  public String getSku() {
    return sku;
  }

  public void setSku(String sku) {
    this.sku = sku;
  }

  public String getTitle() {
    return title;
  }

  public void setTitle(String title) {
    this.title = title;
  }

  public BigDecimal getPrice() {
    return price;
  }

  public void setPrice(BigDecimal price) {
    this.price = price;
  }

  public ProductKind getKind() {
    return kind;
  }

  public void setKind(ProductKind kind) {
    this.kind = kind;
  }

  public Integer getStock() {
    return stock;
  }

  public void setStock(Integer stock) {
    this.stock = stock;
  }
}
